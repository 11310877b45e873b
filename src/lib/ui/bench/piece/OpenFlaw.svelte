<!-- A flaw that is not mended: who saw it, its photos, how it is mended, or that it is left as it is. -->
<script lang="ts">
  import type { FlawShown } from '$core/bench/view/view';
  import FactForm from '$ui/facts/FactForm.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Pictures from './Pictures.svelte';

  interface Props {
    flaw: FlawShown;
    /** where it is, after what it is; empty where that is said already */
    where: string;
    /** a moment in words */
    time: (ms: number) => string;
  }
  let { flaw, where, time }: Props = $props();
</script>

<div class="flaws">
  <p><b>{flaw.seen}{where}</b> <span class="soft">{time(flaw.at)} · {flaw.who}</span></p>
  <p class="soft">{flaw.remedy}</p>
  <Pictures photos={flaw.photos} of={flaw.seen} />
  <FactForm kind="defect.accepted" fields={{ defect: flaw.id }} class="fields">
    {#snippet children(sending)}
      <Field name="reason" label="Accepted as it is, because" required minlength={3} maxlength={500} />
      <Button type="submit" kind="ghost" disabled={sending}>Accept it</Button>
    {/snippet}
  </FactForm>
</div>

<style>
  .flaws {
    border-left: 4px solid var(--bad);
    padding-left: 12px;
    margin: 8px 0;
  }
</style>
