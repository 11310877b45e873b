<!-- What makes the hand-back what it is. -->
<script lang="ts">
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import { sayTime } from '$core/units/clock-time';
  import type { PlanData } from './plan-page';

  let { data }: { data: PlanData } = $props();
</script>

<FoldOut class="card chain">
  {#snippet head()}<h2>What sets the date</h2>{/snippet}
  <p class="soft">Shortening anything else does not help.</p>
  <ol>
    {#each data.chain as link (link.id)}
      <li>
        <span class="mono">{sayTime(link.start, data.zone)}</span>
        <b>{link.words}</b>
        <span class="soft">{link.because}</span>
      </li>
    {/each}
  </ol>
</FoldOut>

<style>
  ol {
    margin: 8px 0 0;
    padding: 0;
    list-style: none;
  }
  li {
    padding: 5px 0;
    border-top: 1px solid var(--line);
    font-size: 13px;
  }
  li span,
  li b {
    display: block;
  }
</style>
