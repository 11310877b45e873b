<!-- Done, of work that has run for too long to be believed: when it was. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import DateField from '$ui/kit/DateField.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import { localMinute, localToMs, sayMinutes } from '$core/units/clock-time';
  import { getBench } from './bench-page.svelte';

  interface Props {
    /** when it was begun, and when it should have ended, ms since 1970 */
    since: number;
    ends: number;
    sending: boolean;
  }
  let { since, ends, sending }: Props = $props();
  const bench = getBench();
  let typed = $state('');
  const text = $derived(typed || localMinute(ends, bench.zone));
</script>

<p class="warn" role="status">
  Under way since {bench.near(since)}; it takes about {sayMinutes(Math.round((ends - since) / 60_000))}. When
  was it done?
</p>
<div class="when">
  <DateField of="day and time" label="Done at" bind:text={() => text, (next) => (typed = next ?? '')} />
  <Hidden name="happenedAt" value={String(localToMs(text, bench.zone) ?? '')} />
  <Button type="submit" disabled={sending}>Done then</Button>
</div>
<p class="soft">If you are still at it, leave it; if it ended only now, write the time of now.</p>

<style>
  .when {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: end;
  }
</style>
