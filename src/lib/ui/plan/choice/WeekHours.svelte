<!-- The days and hours of a week that are open. -->
<script lang="ts">
  import Group from '$ui/kit/Group.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import type { WorkWeek } from '$core/planning/model/work-week';
  import TimeSpan from './TimeSpan.svelte';

  let { legend, prefix, week }: { legend: string; prefix: string; week: WorkWeek } = $props();
  const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
  const spans = $derived([...week.spans, ...(week.spans.length < 2 ? [['', ''] as [string, string]] : [])]);
</script>

<Group {legend}>
  {#each DAYS as day, i (day)}
    <Tick name="{prefix}Day" value={i + 1} checked={week.days.includes(i + 1)}>
      {day}</Tick
    >
  {/each}
  {#each spans as span, i (i)}
    <TimeSpan label={legend} name="{prefix}Time" from={span[0]} until={span[1]} />
  {/each}
</Group>
