<script lang="ts">
  import { singleKeys } from './keys.svelte';

  let { close }: { close: () => void } = $props();
  const keys = [
    ['/', 'Find a piece by its code'],
    ['s', 'Start what is ready first'],
    ['d', 'Done: finish what is under way'],
    ['n', 'Save the survey, or go on to the next thing'],
    ['?', 'Show and hide this list'],
  ];
</script>

<div class="card" role="dialog" aria-label="Keys">
  <h2>Keys</h2>
  <dl>
    {#each keys as [key, does] (key)}
      <dt class="mono">{key}</dt>
      <dd>{does}</dd>
    {/each}
  </dl>
  <label class="check"
    ><input type="checkbox" bind:checked={singleKeys.on} /> single keys act on this device</label
  >
  <p class="soft">The same switch stands in Settings.</p>
  <button type="button" onclick={close}>Close</button>
</div>

<style>
  .card {
    position: fixed;
    right: 20px;
    top: 60px;
    z-index: 10;
    border: 1.5px solid var(--ink);
  }
  dl {
    display: grid;
    grid-template-columns: 36px 1fr;
    gap: 4px;
    margin: 0 0 8px;
  }
  dd {
    margin: 0;
  }
  button {
    min-height: 44px;
    padding: 0 14px;
    font: inherit;
    border: 1px solid var(--line-strong);
    background: var(--card);
  }
</style>
