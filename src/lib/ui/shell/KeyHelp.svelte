<!-- The single keys, and the switch that turns them off on this device. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Dialog from '$ui/kit/Dialog.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import { singleKeys } from './keys.svelte';

  let { close }: { close: () => void } = $props();
  const keys = [
    ['/', 'Find a piece by its code'],
    ['s', 'Start what is ready first'],
    ['d', 'Done: finish what is under way'],
    ['g', 'The gun holds what the next coat takes'],
    ['n', 'Save the survey, or go on to the next thing'],
    ['?', 'Show and hide this list'],
  ];
</script>

<Dialog label="Keys" {close}>
  <div class="stack">
    <h2>Keys</h2>
    <p class="soft">They act while no button and no field has the focus.</p>
    <dl>
      {#each keys as [key, does] (key)}
        <dt class="mono">{key}</dt>
        <dd>{does}</dd>
      {/each}
    </dl>
    <Tick class="wide" bind:ticked={singleKeys.on}>single keys act on this device</Tick>
    <p class="soft">The same switch is in Settings.</p>
    <div><Button kind="tool" onclick={close}>Close</Button></div>
  </div>
</Dialog>

<style>
  dl {
    display: grid;
    grid-template-columns: 36px 1fr;
    gap: 4px;
    margin: 0;
  }
  dd {
    margin: 0;
  }
</style>
