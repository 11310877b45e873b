<script lang="ts">
  import { Button } from 'carbon-components-svelte';
  import { refresh } from '$ui/refresh';
  import { enhance } from '$app/forms';
  import Codes from '$ui/Codes.svelte';
  import NoEnter from '$ui/NoEnter.svelte';
  import LabelPicture from '$ui/LabelPicture.svelte';
  import AskFirst from '$ui/AskFirst.svelte';
  import { counted, pieces } from '$ui/words';

  let { data, form } = $props();
  let sending = $state(false);
  let sheet = $state('letter-10');
  let asking: HTMLFormElement | undefined = $state();
  $effect(() => {
    asking?.scrollIntoView({ block: 'center' });
    asking?.querySelector('button')?.focus();
  });
  const places = $derived(data.sheets.find((s) => s.key === sheet)?.places ?? 1);
  const printer = $derived(data.printer);
  const KINDS = {
    piece: 'on the pieces',
    opening: 'in the openings',
    bag: 'on the hinge bags',
    hanger: 'on the hangers',
    slot: 'on the rack slots',
  };
  const SCHEMES = {
    number: ['Running number', 'one number after the other round the room'],
    zone: ['Zone and number', 'the letter of the colour zone, then a number'],
    cabinet: ['Cabinet and place', 'the number of the cabinet, then a letter'],
  } as const;
  const WAYS = {
    lying: 'lying, one face at a time: the tape label sits on the face that is not coated',
    hung: 'hung, all faces at once: the label moves to the hanger',
    points: 'on points, both faces: the label moves to the slot',
  };

  const busy = $derived(printer.waiting.length > 0 && printer.fault === null);
  $effect(() => {
    // While the printer works, the page follows it.
    if (!busy) return;
    let following = true;
    // One look after the other: a new one would make the page forget the one under way.
    const follow = async () => {
      while (following) {
        await new Promise((passed) => setTimeout(passed, 400));
        if (following) await refresh('anthem:printer');
      }
    };
    void follow();
    return () => {
      following = false;
    };
  });
  const send = () => {
    sending = true;
    return async ({ update }: { update: (o: { reset: boolean }) => Promise<void> }) => {
      await update({ reset: false });
      sending = false;
    };
  };
</script>

{#if data.codes.length === 0}
  <p>There are no pieces yet. <a href="/jobs/{data.jobId}/survey">Draw the kitchen first.</a></p>
{:else}
  <div class="pair">
    <div class="stack">
      {#if form && 'refused' in form && form.refused}<p class="bad" role="alert">{form.refused}</p>{/if}
      <section class="card">
        <h2>Codes</h2>
        <form class="stack" method="post" action="?/rules" use:enhance={send}>
          <div class="row" role="radiogroup" aria-label="How codes are given">
            {#each Object.entries(SCHEMES) as [key, [name, words]] (key)}
              <label class="check wide"
                ><input type="radio" name="scheme" value={key} checked={data.rules.scheme === key} /><span
                  ><b>{name}</b><br /><span class="soft">{words}</span></span
                ></label
              >
            {/each}
          </div>
          <label class="check wide"
            ><input type="checkbox" name="leaveOutUnsafe" value="yes" checked={data.rules.leaveOutUnsafe} /> leave
            out numbers that read as others upside down, rather than underline them</label
          >
          <label class="labelled"
            >Pieces are coated<select class="field" name="way" value={data.rules.way}>
              {#each Object.entries(WAYS) as [key, words] (key)}<option value={key}>{words}</option>{/each}
            </select></label
          >
          <div class="row">
            <Button type="submit" kind="tertiary" disabled={sending}>Give the codes so</Button>
            <span class="soft"
              >{data.kept
                ? `${pieces(data.kept)} ${data.kept === 1 ? 'has a label and keeps its' : 'have a label and keep their'} code.`
                : 'No label is printed yet.'}</span
            >
          </div>
        </form>
        <p class="codes"><Codes codes={data.codes} /></p>
      </section>
      <section class="card">
        <h2>Print</h2>
        <form class="stack" method="post" action="?/print">
          <NoEnter />
          <div class="kinds">
            {#each data.kinds as { kind, all, printed, first } (kind)}
              <label class="check kind" class:none={all === 0}>
                <input
                  type="checkbox"
                  name="kind"
                  value={kind}
                  checked={kind === 'piece'}
                  disabled={all === 0}
                />
                <span
                  >{KINDS[kind]}<br /><span class="soft"
                    >{all ? `${all}${printed ? `, ${printed} came out` : ''}` : 'none needed'}</span
                  ></span
                >
                {#if first}<LabelPicture label={first} scale={2} />{/if}
              </label>
            {/each}
          </div>
          <div class="row">
            <label class="labelled"
              >Wall<select class="field" name="wall"
                ><option value="">all walls</option>{#each data.walls as wall, i (i)}<option>{wall}</option
                  >{/each}</select
              ></label
            >
            <label class="check"
              ><input type="checkbox" name="again" value="yes" /> also those that came out</label
            >
          </div>
          <div class="row out">
            <Button type="submit" disabled={sending}>Print at the label printer</Button>
            <span class="soft">or on a sheet:</span>
            <label class="labelled"
              >Sheet<select class="field" name="sheet" bind:value={sheet}>
                {#each data.sheets as s (s.key)}<option value={s.key}>{s.name}</option>{/each}
              </select></label
            >
            <label class="labelled"
              >Start at label<input
                class="field narrow"
                name="first"
                type="number"
                min="1"
                max={places}
                value="1"
              /></label
            >
            <!-- The PDF opens beside; its codes stay from then on. -->
            <button
              class="tool"
              formaction="/jobs/{data.jobId}/take-down/labels/sheet.pdf"
              formtarget="_blank"
              onclick={() => setTimeout(() => void refresh(), 1500)}>Make the PDF</button
            >
          </div>
        </form>
        {#if form && 'ask' in form && form.ask}
          {@const ask = form.ask}
          <form class="row ask" method="post" action="?/print" bind:this={asking}>
            {#each ask.kinds as kind (kind)}<input type="hidden" name="kind" value={kind} />{/each}
            <input type="hidden" name="wall" value={ask.wall ?? ''} />
            {#if ask.again}<input type="hidden" name="again" value="yes" />{/if}
            <input type="hidden" name="sure" value={ask.count} />
            <p role="status"><b>Print {ask.count} labels at the label printer?</b></p>
            <Button type="submit">Print {ask.count} labels</Button>
            <Button kind="ghost" href="/jobs/{data.jobId}/take-down/labels">Not now</Button>
          </form>
        {/if}
        <p class="list">
          <a class="tool" href="/jobs/{data.jobId}/take-down/copy-list.pdf" target="_blank"
            >Your copy list by wall (PDF)</a
          >
        </p>
      </section>
    </div>
    <div class="stack">
      <section class="card" aria-live="polite">
        <h2>Label printer</h2>
        {#if printer.fault}
          <p class="bad" role="alert">
            {printer.fault === 'jam' ? 'A label jammed.' : 'The tape ran out.'} What was moving is lost.
          </p>
          <form method="post" action="?/attend" use:enhance={send}>
            <Button
              type="submit"
              name="act"
              value={printer.fault === 'jam' ? 'clear-jam' : 'new-tape'}
              disabled={sending}>{printer.fault === 'jam' ? 'The jam is cleared' : 'A new tape is in'}</Button
            >
          </form>
        {:else}
          <p>{busy ? 'Printing' : 'Ready'} · tape for {printer.labelsLeft} labels</p>
        {/if}
        {#if form && 'queued' in form && form.queued}
          <p role="status">
            {form.queued} labels asked for{form.again
              ? `; ${form.again} of them had come out before and say so`
              : ''}.
          </p>
        {/if}
        <p class="soft" role="status">{printer.waiting.length} waiting</p>
        {#if printer.waiting.length}
          <AskFirst
            words="Take the rest out of the queue"
            ask="Take {counted(
              printer.waiting.length,
              'label',
            )} out of the printer’s queue? They can be asked for again."
            sure="Take them out"
            action="?/drop"
          />
        {/if}
        {#if printer.lost.length}
          <p class="warn">
            Lost: <span class="mono">{printer.lost.map((l) => l.code).join(' ')}</span>
          </p>
          <form method="post" action="?/reprint" use:enhance={send}>
            <Button type="submit" kind="tertiary" disabled={sending || printer.fault !== null}
              >Print the lost ones</Button
            >
          </form>
        {/if}
        <div class="tape">
          {#each printer.tape as { seq, label, again, state } (seq)}
            <LabelPicture {label} {again} lost={state === 'lost'} />
          {/each}
        </div>
        <details>
          <summary>It is simulated: try its faults</summary>
          <form class="row" method="post" action="?/attend" use:enhance={send}>
            <button class="tool" name="act" value="make-jam">Jam the next label</button>
            <button class="tool" name="act" value="short-tape">Leave tape for two labels</button>
            <button class="tool" name="act" value="new-tape">Put a new tape in</button>
          </form>
        </details>
      </section>
    </div>
  </div>
{/if}

<style>
  .list {
    margin-top: 10px;
  }
  .ask {
    margin-top: 12px;
    padding: 10px 12px;
    border-left: 6px solid var(--warn);
    align-items: center;
  }
  .wide {
    justify-content: flex-start;
    padding: 6px 12px;
  }
  .codes {
    margin-top: 10px;
    max-height: 120px;
    overflow-y: auto;
    line-height: 1.7;
  }
  .kinds {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
    gap: 8px;
  }
  .kind {
    justify-content: flex-start;
    padding: 8px;
    gap: 10px;
  }
  .kind > span {
    flex: 1;
  }
  .none {
    color: var(--soft);
    border-style: dashed;
  }
  .narrow {
    width: 90px;
  }
  .out {
    align-items: end;
  }
  .tape {
    display: grid;
    gap: 6px;
    justify-items: center;
    margin-top: 8px;
  }
  .tape :global(svg) {
    max-width: 100%;
    height: auto;
  }
</style>
