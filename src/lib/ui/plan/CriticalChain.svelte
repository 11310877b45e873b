<!-- What makes the hand-back what it is. -->
<script lang="ts">
  import { sayTime } from '$core/units/clock-time';
  import type { PlanData } from './plan-page';

  let { data }: { data: PlanData } = $props();
</script>

<details class="card chain">
  <summary><h2>What makes it so</h2></summary>
  <p class="soft">Shortening anything else brings nothing.</p>
  <ol>
    {#each data.chain as link (link.id)}
      <li>
        <span class="mono">{sayTime(link.start, data.zone)}</span>
        <b>{link.words}</b>
        <span class="soft">{link.because}</span>
      </li>
    {/each}
  </ol>
</details>

<style>
  .chain summary h2 {
    display: inline;
  }
  .chain ol {
    margin: 8px 0 0;
    padding: 0;
    list-style: none;
  }
  .chain li {
    padding: 5px 0;
    border-top: 1px solid var(--line);
    font-size: 13px;
  }
  .chain li span,
  .chain li b {
    display: block;
  }
</style>
