<!-- Where practitioners disagree: each school with its reason and what it costs against what is chosen. -->
<script lang="ts">
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
    <fieldset>
      <legend>{asks}</legend>
      {#each schools as s (s.value)}
        <label class="school">
          <input type="radio" name={question} value={s.value} checked={s.on} />
          <span
            ><b>{s.name}</b>
            {#if !s.on && cost(s.minutes, s.ml)}<span class="cost">{cost(s.minutes, s.ml)}</span>{/if}
            <span class="soft">{s.reason}</span></span
          >
        </label>
      {/each}
    </fieldset>
  {/each}
  <label class="labelled"
    >Days on the rack before hanging, our own rule (0: as the product says)<input
      class="field"
      name="standDays"
      type="number"
      min="0"
      max="14"
      value={standDays}
    /></label
  >
</div>

<style>
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
  }
  legend {
    padding: 0;
    font-weight: 600;
  }
  .school {
    display: flex;
    gap: 8px;
    align-items: center;
    min-height: 44px;
    padding: 2px 0;
    cursor: pointer;
  }
  .school input {
    flex: none;
    width: 20px;
    height: 20px;
    accent-color: var(--act);
  }
  .cost {
    margin: 0 4px;
    padding: 0 6px;
    border: 1px solid var(--line-strong);
    border-radius: 10px;
    font-size: 12.5px;
    white-space: nowrap;
  }
  .labelled {
    max-width: 420px;
  }
  .labelled input {
    width: 90px;
  }
</style>
