<script lang="ts">
  import Table from '$ui/kit/Table.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Field from '$ui/kit/Field.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import TextBox from '$ui/kit/TextBox.svelte';
  import { sayTime } from '$core/units/clock-time';
  import Codes from '$ui/labels/Codes.svelte';
  import FactForm from '$ui/facts/FactForm.svelte';
  import StoppedNote from '$ui/facts/StoppedNote.svelte';

  import { handOverPage } from '$core/bench/pages/hand-over';
  import { getField } from '$ui/field/field-context';

  let { data, form } = $props();
  const field = getField();
  const view = $derived(handOverPage(field.bench, field.now));
  const words = {
    handles: [
      'Handles',
      'Fit hardware from here: the film no longer prints or sticks. Until then open doors by the edge.',
    ],
    'wet-clean': [
      'Wet cleaning',
      'A soft damp cloth and mild soap from here. Until then wipe dry and gently.',
    ],
    cured: [
      'Fully hard',
      'Ordinary use from here. A nick or two in the first month is normal: keep the small can.',
    ],
  } as const;
</script>

<div class="stack page">
  <StoppedNote stopped={field.stopped ?? form?.stopped} />
  {#if view.handedOver !== null}
    <div class="card complete">
      <h2>Handed over {sayTime(view.handedOver, data.zone)}</h2>
      {#if view.handOver}
        <FoldOut words="It is not handed over after all">
          <FactForm kind="void" fields={{ fact: view.handOver }} class="row again">
            {#snippet children(sending)}
              <Field name="reason" label="Why it is taken back" required minlength={3} maxlength={500} />
              <Button type="submit" kind="danger-tertiary" disabled={sending}>Take it back</Button>
            {/snippet}
          </FactForm>
        </FoldOut>
      {/if}
    </div>
  {:else if data.pieceCount === 0}
    <p>There are no pieces yet.</p>
  {:else if view.missing.length === 0}
    <div class="card complete">
      <h2>Every piece is home</h2>
      <FactForm kind="job.handed-over">
        {#snippet children(sending)}
          <TextBox name="note" label="What was agreed at the door" rows={3} maxlength={2000} />
          <p class="act"><Button type="submit" disabled={sending}>Hand over</Button></p>
        {/snippet}
      </FactForm>
    </div>
  {:else}
    <div class="card">
      <h2>{view.missing.length} not home yet</h2>
      <p><Codes codes={view.missing} /></p>
      <p><a href="/jobs/{data.jobId}/hang">Hang them first.</a></p>
    </div>
  {/if}
  <section class="card">
    <h2>Care</h2>
    {#if view.care.length}
      <p>The cure is <b>{Math.round(view.cure * 100)} %</b> done.</p>
      <div class="bar" role="img" aria-label="Cure {Math.round(view.cure * 100)} per cent">
        <i style:width="{view.cure * 100}%"></i>
      </div>
      <Table label="Care by date">
        <thead><tr><th>From</th><th>What</th><th>Decided by</th></tr></thead>
        <tbody>
          {#each view.care as date (date.stage)}
            <tr>
              <td class="when"><b>{sayTime(date.at, data.zone)}</b></td>
              <td><b>{words[date.stage][0]}</b><br />{words[date.stage][1]}</td>
              <td class="soft">{date.product} on {date.code}, laid {sayTime(date.laid, data.zone)}</td>
            </tr>
          {/each}
        </tbody>
      </Table>
      <p class="soft">
        From the age of each film{view.inAir ? ' in the air it was in' : ' at 25 °C, 50 % humidity'}; the
        slowest decides. The product’s data sheet always wins.
      </p>
    {:else}
      <p class="soft">Care dates appear here once the last coat is on.</p>
    {/if}
  </section>
</div>

<style>
  .page {
    max-width: 860px;
  }
  .complete {
    border-left: 6px solid var(--ready);
  }
  .act {
    margin-top: 10px;
  }
  .when {
    white-space: nowrap;
  }
  .bar {
    height: 14px;
    border: 1px solid var(--ink);
    margin: 6px 0 10px;
  }
  .bar i {
    display: block;
    height: 100%;
    background: var(--act);
  }
</style>
