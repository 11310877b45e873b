<!-- What stood too long or is past its window, made ready anew. -->
<script lang="ts">
  import type { BenchAct } from '$core/bench/view/bench-act';
  import { sayMinutes } from '$core/units/clock-time';
  import Button from '$ui/kit/Button.svelte';
  import FactForm from '../facts/FactForm.svelte';

  interface Props {
    act: BenchAct;
    /** a moment in words */
    near: (ms: number) => string;
  }
  let { act, near }: Props = $props();
  const some = $derived(act.unready && act.unready.targets.length < act.targets.length);
</script>

{#if act.unready}
  {@const { why, since, targets, step, minutes } = act.unready}
  <div class="first">
    <p class="warn">
      {#if why === 'late'}Its time was over {near(since)}: scuff it and dust it off, or score it, as the film
        asks.
      {:else}First wipe the dust off with a tack cloth: {some
          ? `${targets.length} of them`
          : act.inKitchen
            ? 'it'
            : 'they'} stood since {near(since)}.{minutes === null
          ? ''
          : ` About ${sayMinutes(minutes)}.`}{/if}
    </p>
    <FactForm
      kind={why === 'late' ? 'piece.abraded' : 'piece.wiped'}
      fields={{ piece: targets, ...(step === null ? {} : { step }) }}
    >
      {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
          >{why === 'late' ? 'Scuffed or scored' : 'Wiped'}</Button
        >{/snippet}
    </FactForm>
  </div>
{/if}

<style>
  .first {
    margin-bottom: 10px;
  }
</style>
