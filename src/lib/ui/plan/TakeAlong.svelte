<!-- The plan on paper, as files, and in calendars. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Field from '$ui/kit/Field.svelte';
  import { enhance } from '$app/forms';

  interface Props {
    /** of the plan page */
    address: string;
    /** a private address of a calendar, just made; empty where none was */
    feed: string;
  }
  let { address, feed }: Props = $props();
</script>

<div class="card not-printed">
  <h2>Documents and calendars</h2>
  <p>
    <a href="{address}/work-order.pdf">Work order</a> ·
    <a href="{address}/calendar.ics" download>Crew’s calendar</a> ·
    <a href="{address}/customer.ics" download>Customer’s calendar</a> ·
    <a href="{address}/plan.json" download>Plan as data</a>
  </p>
  <form method="post" action="?/feed" class="row" use:enhance>
    <Button type="submit" kind="ghost" name="kind" value="job">Crew’s private address</Button>
    <Button type="submit" kind="ghost" name="kind" value="customer">Customer’s private address</Button>
  </form>
  {#if feed}
    <p class="soft">
      A calendar program that is given this address updates by itself. Anyone who has the address can read it.
    </p>
    <Field label="Private address" hideLabel mono readonly value={feed} />
  {/if}
</div>
