<script lang="ts">
  import { isTurnUnsafe } from '$core/labels/turn-safe';

  let { codes }: { codes: readonly string[] } = $props();
</script>

<span class="codes mono">
  {#each codes as code, i (i)}<span class:unsafe={isTurnUnsafe(code)}>{code}</span>{' '}{/each}
</span>

<style>
  .codes {
    font-size: 15px;
    font-weight: 500;
    word-spacing: 0.35em;
  }
</style>
