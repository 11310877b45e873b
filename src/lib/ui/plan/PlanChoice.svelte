<!-- What is decided before a plan: the system, the place, the people, the hours and the rules of the house. -->
<script lang="ts">
  import { Button } from 'carbon-components-svelte';
  import { enhance } from '$app/forms';
  import { writeLength } from '$core/units/length';
  import PlanRules from '../PlanRules.svelte';
  import Schools from '../Schools.svelte';
  import SystemChoice from '../SystemChoice.svelte';
  import Waiting from '../Waiting.svelte';
  import WeekHours from '../WeekHours.svelte';
  import type { PlanData } from './plan-page';

  interface Props {
    data: PlanData;
    open: boolean;
    /** why the choice was refused; empty where it was not */
    refused: string;
  }
  let { data, open = $bindable(), refused }: Props = $props();
  let sending = $state(false);
</script>

<details bind:open class="not-printed">
  <summary
    >{data.chosen ? 'Change the system, the people or the hours' : 'Choose a system, then plan'}</summary
  >
  <form
    class="stack choose"
    method="post"
    action="?/choose"
    use:enhance={() => {
      sending = true;
      return async ({ update, result }) => {
        await update({ reset: false });
        sending = false;
        if (result.type === 'success') open = false;
      };
    }}
  >
    {#if refused}<p class="bad" role="alert">{refused}</p>{/if}
    {#if data.findings.length}
      <ul class="findings" aria-label="What the tests ask for">
        {#each data.findings as f (f.key)}
          <li class={f.weight === 'stop' ? 'bad' : 'warn'}>{f.says} ({f.where}). {f.todo}.</li>
        {/each}
      </ul>
    {/if}
    <SystemChoice proposals={data.proposals} chosen={data.chosen} usual={data.form.tool} />
    <div class="fields">
      <label class="labelled"
        >Coated and dried<select class="field" name="place" value={data.form.place}>
          <option value="tent">in the tent</option>
          <option value="shop">in the shop</option>
          <option value="house">in the house</option>
        </select></label
      >
      <fieldset>
        <legend>Waits follow</legend>
        <label class="check"
          ><input type="radio" name="air" value="place" checked={data.form.air === 'place'} /> the air there</label
        >
        <label class="check"
          ><input type="radio" name="air" value="sheet" checked={data.form.air === 'sheet'} /> the sheet, at 25
          °C and 50 %</label
        >
      </fieldset>
    </div>
    {#if data.schools.length}
      <details>
        <summary>Schools: where painters disagree, and what each costs</summary>
        <Schools costs={data.schools} measures={data.measures} standDays={data.form.schools.standDays} />
      </details>
    {/if}
    {#if data.turns.length > 1}
      <fieldset>
        <legend>Turned apart, by colour</legend>
        <div class="fields">
          {#each data.turns as zone (zone.id)}
            <label class="labelled"
              >{zone.words}<select class="field" name="pattern.{zone.id}" value={zone.pattern}>
                <option value="">as the job is</option>
                {#each data.patterns as way (way.key)}<option value={way.key}>{way.name}</option>{/each}
              </select></label
            >
          {/each}
        </div>
      </fieldset>
    {/if}
    <div class="fields">
      <label>First day<input type="date" name="startDay" value={data.form.startDay} required /></label>
      <label
        >Pieces to a lot, at most<input
          type="number"
          name="lotSize"
          min="1"
          max="60"
          value={data.form.lotSize}
          required
        /></label
      >
      <label
        >Rack slots<input
          type="number"
          name="rackSlots"
          min="1"
          max="500"
          value={data.form.rackSlots}
          required
        /></label
      >
      <label
        >A slot holds, long, {data.unit}<input
          name="slotLength"
          inputmode="text"
          value={writeLength(data.form.slot.length, data.unit)}
          required
        /></label
      >
      <label
        >and deep, {data.unit}<input
          name="slotDepth"
          inputmode="text"
          value={writeLength(data.form.slot.depth, data.unit)}
          required
        /></label
      >
    </div>
    <fieldset>
      <legend>People on the job</legend>
      {#each data.workers as worker (worker.id)}
        <label class="check"
          ><input
            type="checkbox"
            name="worker"
            value={worker.id}
            checked={data.form.workers.includes(worker.id)}
          />
          {worker.name}</label
        >
      {/each}
    </fieldset>
    <WeekHours legend="Crew works" prefix="crew" week={data.form.crewWeek} />
    <WeekHours legend="Kitchen is open to us" prefix="house" week={data.form.houseWeek} />
    <PlanRules form={data.form} />
    <div class="row">
      <Button type="submit" disabled={sending}>{data.chosen ? 'Plan again' : 'Plan'}</Button>
      {#if sending}<Waiting words="Dividing the pieces and planning" />{/if}
    </div>
  </form>
</details>

<style>
  .fields {
    display: flex;
    gap: 14px;
    flex-wrap: wrap;
  }
  .fields label {
    display: grid;
    gap: 4px;
    color: var(--soft);
    font-size: 13px;
  }
  .fields input {
    height: 44px;
    padding: 0 10px;
    font: inherit;
    font-size: 15px;
    color: var(--ink);
    border: 1px solid var(--line-strong);
    background: var(--card);
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  legend {
    padding: 0;
    margin-bottom: 4px;
    color: var(--soft);
    font-size: 13px;
  }
  ul {
    margin: 0;
    padding-left: 18px;
    list-style: disc;
  }
  .bad {
    color: var(--bad);
    font-weight: 500;
  }
</style>
