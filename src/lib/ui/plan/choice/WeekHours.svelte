<script lang="ts">
  import Group from '$ui/kit/Group.svelte';
  import DateField from '$ui/kit/DateField.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import type { WorkWeek } from '$core/planning/model/work-week';

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
    <span class="span">
      <DateField label="{legend} from" hideLabel of="time" name="{prefix}Time" value={span[0]} /> to
      <DateField label="{legend} until" hideLabel of="time" name="{prefix}Time" value={span[1]} />
    </span>
  {/each}
</Group>

<style>
  .span {
    white-space: nowrap;
  }
</style>
