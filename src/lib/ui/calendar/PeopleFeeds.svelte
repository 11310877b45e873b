<!-- Each one’s own work as a calendar file, or as an address that a calendar program looks at by itself. -->
<script lang="ts">
  import { enhance } from '$app/forms';
  import AskFirst from '$ui/kit/AskFirst.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';

  interface Props {
    workers: readonly { id: string; name: string }[];
    /** the address that was just asked for */
    feed: { worker: string; address: string } | null;
  }
  let { workers, feed }: Props = $props();
</script>

<section class="card">
  <h2>Everyone’s own calendar</h2>
  {#each workers as w (w.id)}
    <form method="post" action="?/feed" class="row" use:enhance>
      <Hidden name="worker" value={w.id} />
      <b>{w.name}</b>
      <a href="/people/{w.id}/calendar.ics" download>Calendar file</a>
      <Button type="submit" kind="ghost">Private address</Button>
    </form>
    <AskFirst
      words="New address"
      label="New address for {w.name}"
      ask="Give {w.name} a new address? The old one stops at once for everybody who has it."
      sure="Make a new one"
      action="?/feed"
      fields={{ worker: w.id, anew: 'yes' }}
    />
    {#if feed?.worker === w.id}
      <Field label="Private address of {w.name}’s calendar" hideLabel mono readonly value={feed.address} />
      <p class="soft">Who has this address can read it. A new one ends the old.</p>
    {/if}
  {/each}
</section>
