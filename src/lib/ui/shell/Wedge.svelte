<!-- A scanner that types: a label of ours that comes faster than hands and ends with Enter, never into a field that is written in. -->
<script lang="ts">
  import { NO_BURST, takeKey } from '$core/labels/wedge';
  import { isWritten } from './keys.svelte';

  let { found }: { found: (text: string) => void } = $props();
  let burst = NO_BURST;

  function key(event: KeyboardEvent) {
    if (isWritten(event.target)) {
      burst = NO_BURST;
      return;
    }
    const taken = takeKey(burst, event.key, event.timeStamp);
    burst = taken.burst;
    if (!taken.ours) return;
    event.preventDefault();
    if (taken.label === null) return;
    event.stopPropagation();
    found(taken.label);
  }
</script>

<svelte:window onkeydowncapture={key} />
