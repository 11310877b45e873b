<!-- A scanner that types: keys that come faster than hands, ended by Enter, are a label. -->
<script lang="ts">
  let { found }: { found: (text: string) => void } = $props();

  /** Between two keys of a scanner at most, ms; hands are slower. */
  const GAP = 45;
  const SHORTEST = 6;
  let typed = '';
  let last = 0;

  function key(event: KeyboardEvent) {
    const fast = event.timeStamp - last < GAP;
    last = event.timeStamp;
    if (event.key === 'Enter') {
      if (fast && typed.length >= SHORTEST) {
        event.preventDefault();
        event.stopPropagation();
        found(typed);
      }
      typed = '';
    } else if (event.key.length === 1) {
      typed = fast ? typed + event.key : event.key;
      // What a scanner types is not for the field that happens to have the focus, nor a key of the page.
      if (fast && typed.length >= SHORTEST) event.preventDefault();
    }
  }
</script>

<svelte:window onkeydowncapture={key} />
