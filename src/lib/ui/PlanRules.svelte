<!-- What the household and the crew ask of the plan, beside the weekly hours. -->
<script lang="ts">
  import type { Choice } from '$core/planning/choice';

  type Asked = Pick<Choice, 'rules' | 'fixed' | 'shared' | 'open' | 'promised' | 'priority'>;
  let { form }: { form: Asked } = $props();
  const quiet = $derived([...form.rules.quiet, ['', ''] as [string, string]]);
</script>

<input type="hidden" name="rules" value="yes" />
<fieldset>
  <legend>Planned too</legend>
  <label class="check"
    ><input type="checkbox" name="fixed" value="yes" checked={form.fixed} /> the fixed work in the kitchen</label
  >
  <label class="check"
    ><input type="checkbox" name="shared" value="yes" checked={form.shared} /> people, place and rack are shared
    with other jobs</label
  >
</fieldset>
<fieldset>
  <legend>Left to the planner</legend>
  <label class="check"
    ><input type="checkbox" name="openLots" value="yes" checked={form.open.lots} /> how the pieces are divided</label
  >
  <label class="check"
    ><input type="checkbox" name="openPattern" value="yes" checked={form.open.pattern} /> how they are turned</label
  >
</fieldset>
<div class="fields">
  <label>Promised for<input type="date" name="promised" value={form.promised ?? ''} /></label>
  <label
    >Weighs<select name="priority" value={String(form.priority)}>
      <option value="1">less than others</option>
      <option value="2">as others</option>
      <option value="3">more than others</option>
    </select></label
  >
</div>
<details>
  <summary>The household and the way there</summary>
  <div class="fields">
    <label
      >Nobody may come on<input
        name="awayDays"
        value={form.rules.awayDays.join(' ')}
        placeholder="2026-03-17 2026-03-18"
      /></label
    >
    <label
      >The kitchen must work on<input
        name="kitchenDays"
        value={form.rules.kitchenDays.join(' ')}
        placeholder="2026-03-20"
      /></label
    >
    <label
      >Minutes to the house<input
        type="number"
        name="travelMinutes"
        min="0"
        max="240"
        value={form.rules.travelMinutes}
      /></label
    >
    <label
      >Family sleeps there from<input
        type="time"
        name="sleepFrom"
        value={form.rules.sleep?.from ?? ''}
      /></label
    >
    <label
      >No solvent so many hours before<input
        type="number"
        name="airHours"
        min="0"
        max="24"
        value={form.rules.sleep?.airHours ?? 4}
      /></label
    >
  </div>
  <fieldset>
    <legend>Quiet hours, every day</legend>
    {#each quiet as span, i (i)}
      <span class="span">
        <input type="time" name="quietTime" value={span[0]} aria-label="Quiet from" /> to
        <input type="time" name="quietTime" value={span[1]} aria-label="Quiet until" />
      </span>
    {/each}
  </fieldset>
  <fieldset>
    <label class="check"
      ><input type="checkbox" name="sandThere" value="yes" checked={form.rules.sandThere} /> pieces are sanded in
      the air they are coated in: one or the other</label
    >
  </fieldset>
</details>

<style>
  fieldset,
  .fields {
    border: 0;
    padding: 0;
    margin: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 8px 14px;
  }
  details .fields,
  details fieldset {
    margin-top: 10px;
  }
  legend {
    padding: 0;
    margin-bottom: 4px;
    color: var(--soft);
    font-size: 13px;
  }
  label:not(.check) {
    display: grid;
    gap: 4px;
    color: var(--soft);
    font-size: 13px;
  }
  input:not([type='checkbox']),
  select {
    height: 44px;
    padding: 0 10px;
    font: inherit;
    font-size: 15px;
    color: var(--ink);
    border: 1px solid var(--line-strong);
    background: var(--card);
  }
</style>
