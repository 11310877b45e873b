<script lang="ts">
  import type { WorkWeek } from '$core/planning/work-week';

  let { legend, prefix, week }: { legend: string; prefix: string; week: WorkWeek } = $props();
  const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
  const spans = $derived([...week.spans, ...(week.spans.length < 2 ? [['', ''] as [string, string]] : [])]);
</script>

<fieldset>
  <legend>{legend}</legend>
  {#each DAYS as day, i (day)}
    <label class="check"
      ><input type="checkbox" name="{prefix}Day" value={i + 1} checked={week.days.includes(i + 1)} />
      {day}</label
    >
  {/each}
  {#each spans as span, i (i)}
    <span class="span">
      <input type="time" name="{prefix}Time" value={span[0]} aria-label="{legend} from" /> to
      <input type="time" name="{prefix}Time" value={span[1]} aria-label="{legend} until" />
    </span>
  {/each}
</fieldset>

<style>
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  legend {
    padding: 0;
    margin-bottom: 4px;
    color: var(--soft);
    font-size: 13px;
  }
  .span {
    white-space: nowrap;
  }
  input[type='time'] {
    height: 44px;
    padding: 0 8px;
    font: inherit;
    border: 1px solid var(--line-strong);
    background: var(--card);
  }
</style>
