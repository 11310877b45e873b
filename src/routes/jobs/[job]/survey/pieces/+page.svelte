<script lang="ts">
  import AskFirst from '$ui/AskFirst.svelte';
  import { Button } from 'carbon-components-svelte';
  import { enhance } from '$app/forms';
  import {
    FACES_TO_COAT,
    HANDLES,
    HINGE_KINDS,
    hingesOf,
    OLD_FINISHES,
    troubles,
    WOODS,
  } from '$core/kitchen/condition';
  import { BANDS, canHinge, FORM_WORDS, FORMS, FRONT_FORMS, SIDES } from '$core/kitchen/kitchen';
  import { isTurnUnsafe } from '$core/labels/turn-safe';
  import { formatLength } from '$core/units/length';
  import { OVERLAYS, type Overlay } from '$ui/elevation-view';
  import { pieces as count } from '$ui/words';
  import Walls from '$ui/Walls.svelte';
  import ZoneSign from '$ui/ZoneSign.svelte';

  let { data, form } = $props();
  let overlay = $state<Overlay>('zone');
  let chosen = $state.raw<ReadonlySet<string>>(new Set());
  let sending = $state(false);
  let editing = $state<string | null>(null);

  const list = $derived(data.pieces.filter((p) => chosen.has(p.id)));
  const walls = $derived([...new Set(data.pieces.map((p) => p.wall))]);
  const forms = $derived(FORMS.filter((f) => data.pieces.some((p) => p.form === f)));
  const bands = $derived(BANDS.filter((b) => data.pieces.some((p) => p.band === b)));

  function toggle(id: string, sweep: boolean) {
    const next = new Set(chosen);
    if (next.has(id) && !sweep) next.delete(id);
    else next.add(id);
    chosen = next;
  }
  /** Adds all that fit, or takes them out when all are in. */
  function group(fits: (p: (typeof data.pieces)[number]) => boolean) {
    const ids = data.pieces.filter(fits).map((p) => p.id);
    const next = new Set(chosen);
    const all = ids.every((id) => next.has(id));
    for (const id of ids) {
      if (all) next.delete(id);
      else next.add(id);
    }
    chosen = next;
  }
  const send = () => {
    sending = true;
    return async ({ update }: { update: (o: { reset: boolean }) => Promise<void> }) => {
      await update({ reset: false });
      sending = false;
    };
  };
  /** The value all chosen pieces share, or nothing. */
  const shared = <T,>(of: (p: (typeof data.pieces)[number]) => T): T | '' => {
    const values = new Set(list.map(of));
    return values.size === 1 ? ([...values][0] ?? '') : '';
  };
  const yes = (value: boolean | '') => (value === '' ? '' : value ? 'yes' : 'no');
  const WORDS: Record<Overlay, string> = {
    state: 'State',
    zone: 'Zone',
    grease: 'Grease',
    condition: 'Condition',
  };
</script>

{#snippet option(name: string, words: string, options: readonly string[], value: string)}
  <label class="labelled"
    >{words}<select class="field" {name} {value}>
      <option value="">as it is</option>
      {#each options as o, i (i)}<option>{o}</option>{/each}
    </select></label
  >
{/snippet}

{#if data.pieces.length === 0}
  <p>There are no pieces yet. <a href="/jobs/{data.jobId}/survey">Draw the kitchen first.</a></p>
{:else}
  <div class="pair">
    <div class="stack">
      <div class="row" role="group" aria-label="The drawing shows">
        {#each OVERLAYS as o (o)}
          <button type="button" class="tool" aria-pressed={overlay === o} onclick={() => (overlay = o)}
            >{WORDS[o]}</button
          >
        {/each}
        <span class="soft hint">Point at pieces, or draw over several</span>
      </div>
      <Walls walls={data.walls} pick={toggle} {chosen} {overlay} zones={data.zones} />
      <div class="row groups" role="group" aria-label="Choose together">
        <button type="button" class="tool" onclick={() => group(() => true)}>all</button>
        {#each walls as wall, i (i)}<button
            type="button"
            class="tool"
            onclick={() => group((p) => p.wall === wall)}>{wall}</button
          >{/each}
        {#each bands as band (band)}<button
            type="button"
            class="tool"
            onclick={() => group((p) => p.band === band)}>{band}</button
          >{/each}
        {#each forms as f (f)}<button type="button" class="tool" onclick={() => group((p) => p.form === f)}
            >{f}</button
          >{/each}
      </div>
      <p class="soft legend">
        {#if overlay === 'grease'}● little, ●● plain, ●●● thick; worst above the stove{:else if overlay === 'condition'}W
          wear or water damage · C chips · O old glaze · L loose paint{:else if overlay === 'zone'}Each zone
          has a letter and a sign, on its labels too{:else}The door mark, as everywhere{/if}
      </p>
    </div>
    <div class="stack">
      <section class="card" id="note">
        <h2>
          <span role="status">{chosen.size ? `${count(chosen.size)} chosen` : 'Choose pieces first'}</span>
        </h2>
        {#if form && 'refused' in form && form.refused}<p class="bad" role="alert">{form.refused}</p>{/if}
        <form class="stack" method="post" action="?/paint" use:enhance={send}>
          {#each list as p (p.id)}<input type="hidden" name="piece" value={p.id} />{/each}
          <div class="row">
            {#each data.zones as zone (zone.id)}
              <button class="tool zone" name="zone" value={zone.id} disabled={sending || chosen.size === 0}>
                <span class="paint" style="background: {zone.hex}"></span>
                <svg width="14" height="14" aria-hidden="true"><ZoneSign sign={zone.sign} size={13} /></svg>
                Into {zone.letter}
                {zone.name}
              </button>
            {/each}
          </div>
        </form>
        {#if chosen.size}
          <p class="soft codes-line mono">
            {#each list.slice(0, 24) as p (p.id)}<span class:unsafe={isTurnUnsafe(p.code)}>{p.code}</span
              >{' '}{/each}{list.length > 24 ? `and ${list.length - 24} more` : ''}
          </p>
          {#key [...chosen].join()}
            <form class="stack" method="post" action="?/note" use:enhance={send}>
              {#each list as p (p.id)}<input type="hidden" name="piece" value={p.id} />{/each}
              <div class="two">
                {@render option(
                  'wood',
                  'Wood',
                  WOODS,
                  shared((p) => p.condition.wood),
                )}
                {@render option(
                  'oldFinish',
                  'Old finish',
                  OLD_FINISHES,
                  shared((p) => p.condition.oldFinish),
                )}
                {@render option(
                  'grease',
                  'Grease',
                  ['0', '1', '2', '3'],
                  String(shared((p) => p.condition.grease)),
                )}
                {@render option(
                  'wear',
                  'Wear',
                  ['0', '1', '2', '3'],
                  String(shared((p) => p.condition.wear)),
                )}
                {@render option('chips', 'Chips', ['yes', 'no'], yes(shared((p) => p.condition.chips)))}
                {@render option(
                  'water',
                  'Water damage',
                  ['yes', 'no'],
                  yes(shared((p) => p.condition.water)),
                )}
                {@render option('glaze', 'Old glaze', ['yes', 'no'], yes(shared((p) => p.condition.glaze)))}
                {@render option('loose', 'Loose paint', ['yes', 'no'], yes(shared((p) => p.condition.loose)))}
                {@render option(
                  'handles',
                  'Handles',
                  HANDLES,
                  shared((p) => p.condition.handles),
                )}
                {@render option(
                  'faces',
                  'Faces to coat',
                  FACES_TO_COAT,
                  shared((p) => p.condition.faces),
                )}
                {@render option(
                  'inside',
                  'Inside too',
                  ['yes', 'no'],
                  yes(shared((p) => p.condition.inside)),
                )}
              </div>
              {#if list.some((p) => canHinge(p.form))}
                <div class="two">
                  {@render option(
                    'hinges',
                    'Hinges on each',
                    ['0', '1', '2', '3', '4', '5'],
                    String(shared((p) => hingesOf(p, p.condition).count)),
                  )}
                  {@render option(
                    'hingeKind',
                    'Hinges are',
                    HINGE_KINDS,
                    shared((p) => hingesOf(p, p.condition).kind),
                  )}
                  {@render option(
                    'bagged',
                    'Come off, bagged',
                    ['yes', 'no'],
                    yes(shared((p) => hingesOf(p, p.condition).bagged)),
                  )}
                </div>
              {/if}
              <label class="labelled"
                >Note<input
                  class="field"
                  name="note"
                  maxlength="500"
                  value={shared((p) => p.condition.note)}
                /></label
              >
              <input type="hidden" name="setNote" value={list.length === 1 ? 'yes' : ''} />
              {#if list.length > 1}
                <label class="check"
                  ><input type="checkbox" name="setNote" value="yes" /> write this note on all</label
                >
              {/if}
              <div><Button type="submit" disabled={sending}>Note it on {count(chosen.size)}</Button></div>
            </form>
          {/key}
          {#if list.some((p) => p.form !== 'shelf')}
            {#key [...chosen].join()}
              <form class="row reform" method="post" action="?/form" use:enhance={send}>
                {#each list as p (p.id)}<input type="hidden" name="piece" value={p.id} />{/each}
                {@render option(
                  'form',
                  'Form',
                  FRONT_FORMS,
                  shared((p) => p.form),
                )}
                {@render option('hinge', 'Hinge side', SIDES, shared((p) => p.hinge) ?? '')}
                <button class="tool" disabled={sending}>Change the drawing</button>
              </form>
            {/key}
          {/if}
        {/if}
      </section>
      <section class="card">
        <h2>Zones</h2>
        {#each data.zones as zone (zone.id)}
          <div class="row zone-row">
            <span class="paint" style="background: {zone.hex}"></span>
            <span class="name"
              ><b class="mono">{zone.letter}</b>
              {zone.name}<br /><span class="soft"
                >{zone.colour}, {zone.sheen} · {count(
                  data.pieces.filter((p) => p.zoneId === zone.id).length,
                )}</span
              ></span
            >
            <button
              type="button"
              class="tool"
              aria-expanded={editing === zone.id}
              onclick={() => (editing = editing === zone.id ? null : zone.id)}>Change</button
            >
            {#if data.zones.length > 1 && !data.pieces.some((p) => p.zoneId === zone.id)}
              <AskFirst
                words="Remove"
                label="Remove zone {zone.name}"
                ask="Remove the zone {zone.name}, {zone.colour}? No piece is in it."
                sure="Remove it"
                action="?/unzone"
                fields={{ id: zone.id }}
              />
            {/if}
          </div>
        {/each}
        <button
          type="button"
          class="tool"
          aria-expanded={editing === ''}
          onclick={() => (editing = editing === '' ? null : '')}>Add a zone</button
        >
        {#if editing !== null}
          {@const zone = data.zones.find((z) => z.id === editing)}
          <form
            class="stack"
            method="post"
            action="?/zone"
            use:enhance={() => {
              sending = true;
              return async ({ update, result }) => {
                await update({ reset: false });
                sending = false;
                if (result.type === 'success') editing = null;
              };
            }}
          >
            <input type="hidden" name="id" value={editing} />
            <div class="two">
              <label class="labelled"
                >Zone<input
                  class="field"
                  name="name"
                  value={zone?.name ?? ''}
                  required
                  maxlength="60"
                /></label
              >
              <label class="labelled"
                >Colour<input
                  class="field"
                  name="colour"
                  value={zone?.colour ?? ''}
                  required
                  maxlength="60"
                /></label
              >
              <label class="labelled"
                >Shown as<input class="field" type="color" name="hex" value={zone?.hex ?? '#8FA3AD'} /></label
              >
              <label class="labelled"
                >Sheen<select class="field" name="sheen" value={zone?.sheen ?? 'satin'}>
                  {#each data.sheens as s (s)}<option>{s}</option>{/each}
                </select></label
              >
            </div>
            <div><Button type="submit" kind="tertiary" disabled={sending}>Keep the zone</Button></div>
          </form>
        {/if}
      </section>
    </div>
  </div>
  {#if chosen.size}
    <a class="tool on to-note" href="#note">{count(chosen.size)} chosen: note or paint</a>
  {/if}
  <section class="stack list">
    <h2>Pieces</h2>
    <p class="soft">Underlined numbers read as another number upside down</p>
    <!-- It scrolls on a phone, so the keyboard must reach it. -->
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <div class="scroll" tabindex="0" role="group" aria-label="List of pieces">
      <table class="plain">
        <thead
          ><tr
            ><th></th><th>Code</th><th>Wall</th><th>Piece</th><th>Hinge</th><th>Size, {data.unit}</th><th
              >Zone</th
            ><th>Noted</th></tr
          ></thead
        >
        <tbody>
          {#each data.pieces as piece (piece.id)}
            <tr>
              <td
                ><label class="check"
                  ><input
                    type="checkbox"
                    checked={chosen.has(piece.id)}
                    aria-label="Choose {piece.code}"
                    onchange={() => toggle(piece.id, false)}
                  /></label
                ></td
              >
              <td class="mono code"
                ><a href="/p/{piece.id}" class:unsafe={isTurnUnsafe(piece.code)}>{piece.code}</a></td
              >
              <td>{piece.wall}</td>
              <td>{FORM_WORDS[piece.form]}</td>
              <td>{piece.hinge ?? ''}</td>
              <td>{formatLength(piece.w, data.unit)} × {formatLength(piece.h, data.unit)}</td>
              <td>{data.zones.find((z) => z.id === piece.zoneId)?.letter}</td>
              <td class="soft"
                >{[
                  ...(piece.condition.wood === 'unknown' ? [] : [piece.condition.wood]),
                  ...(piece.condition.grease ? [`grease ${piece.condition.grease}`] : []),
                  ...troubles(piece.condition),
                  ...(piece.condition.note ? [piece.condition.note] : []),
                ].join(', ')}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  </section>
{/if}

<style>
  .reform {
    align-items: end;
    margin-top: 10px;
    border-top: 1px solid var(--line);
    padding-top: 8px;
  }
  #note {
    scroll-margin-top: 8px;
  }
  .to-note {
    display: none;
  }
  @media (max-width: 800px) {
    /* The form is far below the walls: it stays one tap away. */
    .to-note {
      display: flex;
      position: sticky;
      bottom: 12px;
      z-index: 5;
      margin-top: 12px;
      box-shadow: 0 2px 10px rgb(0 0 0 / 20%);
    }
  }
  .groups {
    gap: 4px;
  }
  .hint {
    margin-left: 6px;
  }
  .legend {
    min-height: 1.4em;
  }
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
  }
  .two .field {
    width: 100%;
  }
  .paint {
    width: 22px;
    height: 22px;
    border: 1px solid var(--line-strong);
    border-radius: 3px;
    flex: none;
  }
  .zone-row {
    padding: 6px 0;
    border-top: 1px solid var(--line);
    flex-wrap: nowrap;
  }
  .zone-row .name {
    flex: 1;
  }
  .codes-line {
    font-weight: 500;
    word-spacing: 0.3em;
  }
  .list {
    margin-top: 20px;
  }
  .scroll {
    overflow-x: auto;
  }
  .code a {
    font-size: 17px;
    font-weight: 600;
    color: var(--ink);
    text-decoration: none;
    display: inline-block;
    min-width: 44px;
    line-height: 44px;
  }
  .code a.unsafe {
    text-decoration: underline;
    text-decoration-thickness: 2px;
  }
</style>
