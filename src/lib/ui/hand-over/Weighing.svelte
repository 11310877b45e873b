<!-- Millilitres from what a can weighs with and without its paint. -->
<script lang="ts">
  import { volumeByWeight } from '$core/takeoff/laid';
  import { readNumber } from '$core/units/read-number';
  import FoldOut from '../kit/FoldOut.svelte';
  import NumberField from '../kit/NumberField.svelte';

  interface Props {
    /** kg/L */
    density: number;
    /** called with whole millilitres whenever the weights give some */
    found: (ml: number) => void;
  }
  let { density, found }: Props = $props();
  let full = $state('');
  let empty = $state('');
  const ml = $derived.by(() => {
    const [a, b] = [readNumber(full), readNumber(empty)];
    return a !== undefined && b !== undefined && b >= 0 && a >= b
      ? Math.round(volumeByWeight(a, b, density))
      : null;
  });
  $effect(() => {
    if (ml !== null) found(ml);
  });
</script>

<FoldOut words="Work it out by weighing">
  <div class="row">
    <NumberField label="Can with its paint" unit="g" bind:text={full} />
    <NumberField label="The same can, empty" unit="g" bind:text={empty} />
  </div>
  <p class="soft" aria-live="polite">
    {#if ml === null}Both weights are needed; the empty one must not be more.{:else}<b>{ml} mL</b> at {density}
      kg/L.{/if}
  </p>
</FoldOut>
