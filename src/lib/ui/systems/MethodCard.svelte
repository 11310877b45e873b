<!-- How a step is done: what to look for, what goes wrong and how it shows. -->
<script lang="ts">
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import type { MethodCard } from '$core/coating/methods';

  let {
    card,
    cautions = [],
    title = card.title,
  }: { card: MethodCard; cautions?: readonly string[]; title?: string } = $props();
</script>

<div class="card-of">
  <FoldOut words={title}>
    <ul>
      {#each card.how as line, i (i)}<li>{line}</li>{/each}
    </ul>
    <p><b>Look for:</b> {card.lookFor}</p>
    {#each card.mistakes as m, i (i)}<p><b class="sign">{m.sign}</b>: {m.mistake}</p>{/each}
    {#if card.care}<p class="soft">{card.care}</p>{/if}
    {#each cautions as c, i (i)}<p class="warn">{c}</p>{/each}
  </FoldOut>
</div>

<style>
  .card-of {
    border-bottom: 1px solid var(--line);
  }
  ul {
    margin: 0;
    padding-left: 20px;
    list-style: disc;
  }
  p {
    padding: 2px 0;
  }
  .sign {
    font-weight: 500;
    color: var(--bad);
  }
</style>
