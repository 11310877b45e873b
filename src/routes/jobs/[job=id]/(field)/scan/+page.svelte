<script lang="ts">
  import { goto } from '$app/navigation';
  import { readLabelKey } from '$core/labels/label-set';
  import TakeDownNav from '$ui/take-down/TakeDownNav.svelte';
  import Scanner from '$ui/bench/Scanner.svelte';

  let { data } = $props();
  let said = $state('');

  function found(text: string) {
    const label = readLabelKey(text);
    if (!label) said = 'This code is not one of our labels.';
    else if (label.kind === 'slot') said = `Rack slot ${label.slot}.`;
    else if (!data.field.pack.pieces.some((p) => p.id === label.piece))
      said = 'This label belongs to another job.';
    else void goto(`/p/${label.piece}`);
  }
</script>

<TakeDownNav job={data.jobId} />
<div class="stack">
  <h1>Scan a label</h1>
  <Scanner {found} />
  <p role="status" class="said">{said}</p>
  <p><a href="/jobs/{data.jobId}/take-down">Back to the checklist</a></p>
</div>

<style>
  .stack {
    max-width: 560px;
  }
  .said {
    font-size: 17px;
    min-height: 1.4em;
  }
</style>
