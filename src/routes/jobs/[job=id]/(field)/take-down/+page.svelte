<!-- Taking down: every piece labelled, prepared and brought away, wall by wall, with nothing lost. -->
<script lang="ts">
  import Field from '$ui/kit/Field.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import { page } from '$app/state';
  import { takeDownPage } from '$core/bench/pages/take-down';
  import StoppedNote from '$ui/facts/StoppedNote.svelte';
  import WallPieces from '$ui/take-down/WallPieces.svelte';
  import Walls from '$ui/kitchen/Walls.svelte';
  import { getField } from '$ui/field/field-context';
  import { markedWalls } from '$ui/field/marked-walls';
  import TakeDownNav from '$ui/take-down/TakeDownNav.svelte';
  import { pieces as count } from '$ui/words';

  let { data, form } = $props();
  let place = $state('tent rack');
  let todo = $state(false);
  const field = getField();
  const view = $derived(takeDownPage(field.bench));
  /** the wall that is being taken down, on a phone */
  const wanted = $derived(page.url.searchParams.get('wall'));
  const shown = $derived(wanted === null ? view.walls : view.walls.filter((w) => w.name === wanted));
  const a = $derived(view.account);
  const accounted = $derived(a.up + a.down + a.home === a.total);
</script>

<TakeDownNav job={data.jobId} />
<div class="stack page">
  <p class="account" role="status">
    {#if a.total}
      <b>{count(a.total)}:</b>
      {a.up} on the walls · {a.labelled} labelled · {a.down} down{a.home ? ` · ${a.home} home` : ''} ·
      <span class:bad={a.missing > 0}>{a.missing} missing</span> · hinges of {a.bags.bagged} of {a.bags.due} doors
      bagged.
      <b class={accounted ? 'good' : 'bad'}
        >{accounted ? 'Nothing unaccounted for.' : 'Look for what is missing.'}</b
      >
    {/if}
  </p>
  {#if a.places.length}
    <p class="soft">Down: {a.places.map((p) => `${p.place} ${p.pieces}`).join(', ')}</p>
  {/if}
  <StoppedNote stopped={field.stopped ?? form?.stopped} />
  {#if a.total === 0}<p>
      There are no pieces yet. <a href="/jobs/{data.jobId}/survey">Enter the survey first.</a>
    </p>{/if}
  <div class="row tools">
    {#if a.up > 0}
      <Field label="Pieces that come down go to" bind:text={place} maxlength={80} list="places" />
      <datalist id="places">
        {#each a.places as p, i (i)}<option value={p.place}></option>{/each}
      </datalist>
    {/if}
    {#if view.walls.length > 1}
      <nav class="row" aria-label="Walls">
        <a class="tool" class:on={wanted === null} href="?">all walls</a>
        {#each view.walls as w, i (i)}
          <a
            class="tool"
            class:on={wanted === w.name}
            aria-current={wanted === w.name ? 'page' : undefined}
            href="?wall={encodeURIComponent(w.name)}">{w.name}</a
          >
        {/each}
      </nav>
    {/if}
    <Tick bind:ticked={todo}>only what is left</Tick>
  </div>
  {#each shown as wall, i (i)}
    <WallPieces {wall} {place} {todo} />
  {/each}
  {#if a.total}
    <section class="card find">
      <h2>Find a piece</h2>
      <p class="soft">
        Point at its opening, type its code above, or <a href="/jobs/{data.jobId}/scan">scan its label</a>.
      </p>
      <Walls walls={markedWalls(data.field.walls, field)} href={(id) => `/p/${id}`} />
    </section>
  {/if}
</div>

<style>
  .page {
    max-width: 1080px;
  }
  .account {
    font-size: 17px;
  }
  .good {
    color: var(--ready);
  }
  .tools {
    align-items: end;
  }
</style>
