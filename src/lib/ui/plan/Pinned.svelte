<!-- Operations that were pinned, to be let go. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import { enhance } from '$app/forms';
  import { sayTime } from '$core/units/clock-time';
  import type { PlanData } from './plan-page';

  let { data }: { data: PlanData } = $props();
</script>

<section class="card">
  <h2>Pinned</h2>
  {#each data.pins as p (p.operation)}
    <form method="post" action="?/unpin" class="row pin" use:enhance>
      <Hidden name="operation" value={p.operation} />
      <span><b>{p.words}</b>, {sayTime(p.at, data.zone)}</span>
      <Button type="submit" kind="ghost">Unpin</Button>
    </form>
  {/each}
</section>

<style>
  .pin {
    align-items: center;
    justify-content: space-between;
  }
</style>
