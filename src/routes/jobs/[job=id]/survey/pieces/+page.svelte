<!-- The pieces of the kitchen: chosen on the drawing or in the list, then noted and put in a zone together. -->
<script lang="ts">
  import { BANDS, FORMS } from '$core/kitchen/kitchen';
  import { OVERLAYS, type Overlay } from '$ui/kitchen/elevation-view';
  import Button from '$ui/kit/Button.svelte';
  import NoteCondition from '$ui/survey/NoteCondition.svelte';
  import FixedMaterials from '$ui/survey/FixedMaterials.svelte';
  import PieceList from '$ui/survey/PieceList.svelte';
  import Zones from '$ui/survey/Zones.svelte';
  import Walls from '$ui/kitchen/Walls.svelte';
  import { pieces as count } from '$ui/words';

  let { data, form } = $props();
  let overlay = $state<Overlay>('zone');
  let chosen = $state.raw<ReadonlySet<string>>(new Set());

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
  const WORDS: Record<Overlay, string> = {
    state: 'State',
    zone: 'Zone',
    grease: 'Grease',
    condition: 'Condition',
  };
</script>

{#if data.pieces.length === 0}
  <p>There are no pieces yet. <a href="/jobs/{data.jobId}/survey">Draw the kitchen first.</a></p>
{:else}
  <div class="pair">
    <div class="stack">
      <div class="row" role="group" aria-label="The drawing shows">
        {#each OVERLAYS as o (o)}
          <Button kind="tool" aria-pressed={overlay === o} onclick={() => (overlay = o)}>{WORDS[o]}</Button>
        {/each}
        <span class="soft hint">Point at pieces, or draw over several</span>
      </div>
      <Walls walls={data.walls} pick={toggle} {chosen} {overlay} zones={data.zones} />
      <div class="row groups" role="group" aria-label="Choose together">
        <Button kind="tool" onclick={() => group(() => true)}>all</Button>
        {#each walls as wall, i (i)}<Button kind="tool" onclick={() => group((p) => p.wall === wall)}
            >{wall}</Button
          >{/each}
        {#each bands as band (band)}<Button kind="tool" onclick={() => group((p) => p.band === band)}
            >{band}</Button
          >{/each}
        {#each forms as f (f)}<Button kind="tool" onclick={() => group((p) => p.form === f)}>{f}</Button
          >{/each}
      </div>
      <p class="soft legend">
        {#if overlay === 'grease'}● light, ●● medium, ●●● heavy; worst above the stove{:else if overlay === 'condition'}W
          wear or water damage · C chips · O old glaze · L loose paint{:else if overlay === 'zone'}Each zone
          has a letter and a sign, on its labels too{:else}The door mark, as everywhere{/if}
      </p>
    </div>
    <div class="stack">
      <NoteCondition {list} zones={data.zones} refused={(form && 'refused' in form && form.refused) || ''} />
      {#if data.fixed.length}<FixedMaterials fixed={data.fixed} />{/if}
      <Zones zones={data.zones} pieces={data.pieces} sheens={data.sheens} />
    </div>
  </div>
  {#if chosen.size}
    <a class="tool on to-note" href="#note">{count(chosen.size)} chosen: note or paint</a>
  {/if}
  <PieceList
    pieces={data.pieces}
    zones={data.zones}
    unit={data.unit}
    {chosen}
    toggle={(piece) => toggle(piece, false)}
  />
{/if}

<style>
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
</style>
