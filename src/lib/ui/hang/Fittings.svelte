<!-- One piece that hangs: what it still gets, and how its gaps are adjusted. -->
<script lang="ts">
  import { sayTime } from '$core/units/clock-time';
  import { adjustment, type HangPage } from '$core/bench/pages/hang';
  import { FITTING_WORDS } from '$core/bench/state/fittings';
  import { FORM_WORDS } from '$core/kitchen/kitchen';
  import Button from '$ui/kit/Button.svelte';
  import { getField } from '$ui/field/field-context';
  import FactForm from '../facts/FactForm.svelte';
  import Adjust from './Adjust.svelte';

  let { shown, zone }: { shown: NonNullable<HangPage['shown']>; zone: string } = $props();
  const field = getField();
  const group = $derived(adjustment(field.bench, shown.id));
</script>

<section class="card" aria-label="Piece {shown.code}">
  <h2><span class="mono">{shown.code}</span>, {FORM_WORDS[shown.form]}: hangs</h2>
  {#if shown.fittings.length === 0}<p class="soft">It has everything it gets.</p>{/if}
  {#each shown.fittings as part (part)}
    <FactForm kind="piece.fitted" fields={{ piece: [shown.id], part }} class="fit">
      {#snippet children(sending)}
        <Button type="submit" kind="tertiary" disabled={sending}>{FITTING_WORDS[part].done}</Button>
        {#if part === 'handle' && shown.printFree}<span class="warn"
            >print-free {sayTime(shown.printFree, zone)}</span
          >{/if}
      {/snippet}
    </FactForm>
  {/each}
  {#if group && shown.form !== 'shelf'}
    <h3>Adjust by its gaps</h3>
    {#key shown.id}<Adjust {group} />{/key}
  {/if}
</section>

<style>
  section :global(.fit) {
    display: flex;
    gap: 12px;
    align-items: center;
    margin: 8px 0;
  }
  .warn {
    color: var(--warn);
  }
</style>
