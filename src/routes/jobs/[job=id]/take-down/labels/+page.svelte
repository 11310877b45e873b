<!-- Codes of the pieces, and their labels: asked for, printed, lost and printed again. -->
<script lang="ts">
  import Notice from '$ui/kit/Notice.svelte';
  import CodeRules from '$ui/labels/CodeRules.svelte';
  import LabelPrinter from '$ui/labels/LabelPrinter.svelte';
  import PrintLabels from '$ui/labels/PrintLabels.svelte';

  let { data, form } = $props();
</script>

{#if data.codes.length === 0}
  <p>There are no pieces yet. <a href="/jobs/{data.jobId}/survey">Draw the kitchen first.</a></p>
{:else}
  <div class="pair">
    <div class="stack">
      {#if form && 'refused' in form && form.refused}<Notice>{form.refused}</Notice>{/if}
      <CodeRules rules={data.rules} codes={data.codes} kept={data.kept} />
      <PrintLabels
        jobId={data.jobId}
        kinds={data.kinds}
        walls={data.walls}
        sheets={data.sheets}
        printer={data.printer !== false}
        ask={(form && 'ask' in form && form.ask) || null}
      />
    </div>
    <div class="stack">
      {#if data.printer}<LabelPrinter
          printer={data.printer}
          queued={form && 'queued' in form && form.queued
            ? { count: form.queued, again: form.again ?? 0 }
            : null}
        />{/if}
    </div>
  </div>
{/if}
