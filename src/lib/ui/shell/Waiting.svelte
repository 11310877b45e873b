<!-- What is waited for, and for how long. -->
<script lang="ts">
  let { words }: { words: string } = $props();
  let seconds = $state(0);
  $effect(() => {
    const timer = setInterval(() => seconds++, 1000);
    return () => clearInterval(timer);
  });
</script>

<p class="soft">
  <span role="status">{words} …</span>
  <span aria-hidden="true">{seconds > 0 ? `${seconds} s` : ''}</span>
</p>
