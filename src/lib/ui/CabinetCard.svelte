<script lang="ts">
  /** The cabinet that is pointed at: its size, what closes it, its place. */
  import {
    ARRANGEMENTS,
    changeFront,
    removeFront,
    splitAcross,
    splitDown,
    type FrontPlace,
  } from '$core/kitchen/edit';
  import {
    canHinge,
    FORM_WORDS,
    FRONT_FORMS,
    SIDES,
    type Cabinet,
    type FrontForm,
    type Side,
  } from '$core/kitchen/kitchen';
  import { formatLength, parseLength, writeLength, type LengthUnit } from '$core/units/length';

  interface Props {
    cabinet: Cabinet;
    title: string;
    unit: LengthUnit;
    front: FrontPlace | null;
    /** whether it can move to the left and to the right */
    movable: { left: boolean; right: boolean };
    change: (cabinet: Cabinet) => void;
    move: (by: -1 | 1) => void;
    remove: () => void;
    close: () => void;
  }
  let { cabinet, title, unit, front, movable, change, move, remove, close }: Props = $props();

  const chosen = $derived(front && (cabinet.rows[front.row]?.fronts[front.column] ?? null));
  const widths = $derived(
    unit === 'in'
      ? [9, 12, 15, 18, 21, 24, 27, 30, 33, 36, 42].map((n) => n * 25.4)
      : [150, 300, 400, 450, 500, 600, 800, 900, 1000],
  );
  let fault = $state('');

  function measure(
    key: 'widthMm' | 'heightMm' | 'depthMm',
    event: Event & { currentTarget: HTMLInputElement },
  ) {
    const mm = parseLength(event.currentTarget.value, unit);
    if (mm === null || mm > 6000) {
      fault = `“${event.currentTarget.value}” is no length. Write one such as ${unit === 'in' ? '14 3/8' : '36.5 cm'}.`;
      return;
    }
    fault = '';
    change({ ...cabinet, [key]: mm });
  }
  const same = (rows: Cabinet['rows']) => JSON.stringify(rows) === JSON.stringify(cabinet.rows);
  const setForm = (form: FrontForm) => {
    if (front && chosen)
      change(changeFront(cabinet, front, { form, hinge: canHinge(form) ? (chosen.hinge ?? 'left') : null }));
  };
  const setHinge = (hinge: Side) => {
    if (front && chosen) change(changeFront(cabinet, front, { ...chosen, hinge }));
  };
</script>

<section class="card" aria-label="Cabinet">
  <div class="row head">
    <h2>{title}</h2>
    <button type="button" class="tool" disabled={!movable.left} onclick={() => move(-1)}>← Move left</button>
    <button type="button" class="tool" disabled={!movable.right} onclick={() => move(1)}>Move right →</button>
    <button type="button" class="tool" onclick={remove}>Delete the cabinet</button>
    <button type="button" class="tool close" onclick={close}>Close</button>
  </div>
  <div class="row">
    {#each [['widthMm', 'Width'], ['heightMm', 'Height'], ['depthMm', 'Depth']] as const as [key, words] (key)}
      <label class="labelled"
        >{words}, {unit}<input
          class="field size"
          value={writeLength(cabinet[key], unit)}
          onchange={(e) => measure(key, e)}
        /></label
      >
    {/each}
    <div class="row chips" role="group" aria-label="Common widths, {unit}">
      {#each widths as mm (mm)}
        <button
          type="button"
          class="tool"
          aria-label="{formatLength(mm, unit)} {unit} wide"
          aria-pressed={Math.abs(cabinet.widthMm - mm) < 0.01}
          onclick={() => change({ ...cabinet, widthMm: mm })}>{formatLength(mm, unit)}</button
        >
      {/each}
    </div>
  </div>
  {#if fault}<p class="bad" role="alert">{fault}</p>{/if}
  <div class="row chips" role="group" aria-label="What closes it">
    {#each ARRANGEMENTS as { key, words, rows } (key)}
      <button
        type="button"
        class="tool"
        aria-pressed={cabinet.vacancy === null && same(rows)}
        onclick={() => change({ ...cabinet, rows: structuredClone(rows), vacancy: null })}>{words}</button
      >
    {/each}
    {#each [['open', 'open'], ['appliance', 'appliance'], ['gap', 'gap']] as const as [kind, words] (kind)}
      <button
        type="button"
        class="tool"
        aria-pressed={cabinet.vacancy?.kind === kind}
        onclick={() => change({ ...cabinet, rows: [], vacancy: { kind, name: '' } })}>{words}</button
      >
    {/each}
  </div>
  {#if front && chosen}
    <div class="row chips" role="group" aria-label="The front">
      <span class="soft">This front:</span>
      <select
        class="field"
        aria-label="Form of the front"
        value={chosen.form}
        onchange={(e) => setForm(e.currentTarget.value as FrontForm)}
      >
        {#each FRONT_FORMS as form (form)}<option value={form}>{FORM_WORDS[form]}</option>{/each}
      </select>
      {#if chosen.hinge}
        {#each SIDES as side (side)}
          <button
            type="button"
            class="tool"
            aria-pressed={chosen.hinge === side}
            onclick={() => setHinge(side)}>Hinge {side}</button
          >
        {/each}
      {/if}
      <button type="button" class="tool" onclick={() => change(splitAcross(cabinet, front))}
        >Split into two</button
      >
      <button type="button" class="tool" onclick={() => change(splitDown(cabinet, front))}
        >Split over and under</button
      >
      <button type="button" class="tool" onclick={() => change(removeFront(cabinet, front))}
        >Take the front out</button
      >
    </div>
  {/if}
  <details>
    <summary>Ends, shelves, corner, build</summary>
    <div class="row">
      {#each SIDES as side (side)}
        <label class="check"
          ><input
            type="checkbox"
            checked={cabinet.ends[side]}
            onchange={(e) =>
              change({ ...cabinet, ends: { ...cabinet.ends, [side]: e.currentTarget.checked } })}
          />{side} side shows</label
        >
      {/each}
      <label class="check"
        ><input
          type="checkbox"
          checked={cabinet.build === 'frameless'}
          onchange={(e) => change({ ...cabinet, build: e.currentTarget.checked ? 'frameless' : 'framed' })}
        />frameless</label
      >
      <label class="labelled"
        >Loose shelves, coated too<select
          class="field"
          value={cabinet.shelves}
          onchange={(e) => change({ ...cabinet, shelves: Number(e.currentTarget.value) })}
        >
          {#each Array.from({ length: 13 }, (_, i) => i) as n (n)}<option value={n}>{n}</option>{/each}
        </select></label
      >
      <label class="labelled"
        >Corner<select
          class="field"
          value={cabinet.corner?.side ?? ''}
          onchange={(e) =>
            change({
              ...cabinet,
              corner: e.currentTarget.value
                ? { side: e.currentTarget.value as Side, blindMm: cabinet.corner?.blindMm ?? 0 }
                : null,
            })}
        >
          <option value="">none</option><option value="left">left end</option><option value="right"
            >right end</option
          >
        </select></label
      >
      {#if cabinet.corner}
        <label class="labelled"
          >Blind width, {unit}<input
            class="field size"
            value={cabinet.corner.blindMm ? writeLength(cabinet.corner.blindMm, unit) : ''}
            onchange={(e) =>
              cabinet.corner &&
              change({
                ...cabinet,
                corner: { ...cabinet.corner, blindMm: parseLength(e.currentTarget.value, unit) ?? 0 },
              })}
          /></label
        >
      {/if}
      {#if cabinet.vacancy}
        <label class="labelled"
          >What stands there<input
            class="field"
            maxlength="40"
            value={cabinet.vacancy.name}
            onchange={(e) =>
              cabinet.vacancy &&
              change({
                ...cabinet,
                vacancy: { ...cabinet.vacancy, name: e.currentTarget.value.replace(/[#+:\n]/g, ' ').trim() },
              })}
          /></label
        >
      {/if}
    </div>
  </details>
</section>

<style>
  section {
    display: grid;
    /* A long row of chips scrolls within; it never widens the page. */
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
    border-color: var(--act);
  }
  .head h2 {
    flex: 1;
    min-width: 140px;
  }
  .size {
    width: 86px;
  }
  .chips {
    gap: 4px;
  }
  .chips .tool {
    padding: 0 9px;
  }
  @media (max-width: 800px) {
    /* So that the wall stays in sight above. */
    .chips {
      flex-wrap: nowrap;
      overflow-x: auto;
      white-space: nowrap;
    }
    .chips .tool,
    .chips .field {
      flex: none;
    }
  }
  @media (min-width: 801px) and (pointer: fine) {
    section {
      gap: 4px;
      padding: 8px 12px;
    }
    .tool,
    .field {
      min-height: 34px;
      height: 34px;
    }
    .chips .tool {
      min-width: 36px;
    }
  }
</style>
