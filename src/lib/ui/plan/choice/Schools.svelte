<!-- Where practitioners disagree: each school with its reason and what it costs against what is chosen. -->
<script lang="ts">
  import Group from '$ui/kit/Group.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Pick from '$ui/kit/Pick.svelte';
  import { sayMinutes } from '$core/units/clock-time';
  import { formatVolume, type Measures } from '$core/units/measures';
  import type { SchoolCost } from '$server/services/plan/weigh';

  let {
    costs,
    measures,
    standDays,
  }: { costs: readonly SchoolCost[]; measures: Measures; standDays: number } = $props();

  const sign = (n: number): string => (n > 0 ? '+' : '−');
  const cost = (minutes: number, ml: number): string =>
    [
      Math.abs(minutes) >= 1 ? `${sign(minutes)}${sayMinutes(Math.abs(minutes))} of hands` : '',
      Math.abs(ml) >= 10 ? `${sign(ml)}${formatVolume(Math.abs(ml), measures)}` : '',
    ]
      .filter(Boolean)
      .join(', ');
</script>

<div class="stack">
  {#each costs as { question, asks, schools } (question)}
    <Group legend={asks} column>
      {#each schools as s (s.value)}
        <Pick class="line" name={question} value={s.value} checked={s.on}>
          <span
            ><b>{s.name}</b>
            {#if !s.on && cost(s.minutes, s.ml)}<span class="cost">{cost(s.minutes, s.ml)}</span>{/if}
            <span class="soft">{s.reason}</span></span
          >
        </Pick>
      {/each}
    </Group>
  {/each}
  <NumberField
    label="Days on the rack before hanging, our own rule (0: as the product says)"
    whole
    name="standDays"
    min="0"
    max="14"
    value={standDays}
  />
</div>

<style>
  .cost {
    margin: 0 4px;
    padding: 0 6px;
    border: 1px solid var(--line-strong);
    border-radius: 10px;
    font-size: 12.5px;
    white-space: nowrap;
  }
</style>
