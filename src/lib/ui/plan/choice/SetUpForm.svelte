<!-- What is decided before a plan: the system, the place, the people, the hours and the rules of the house. It is sent to the schedule. -->
<script lang="ts">
  import Group from '$ui/kit/Group.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import DateField from '$ui/kit/DateField.svelte';
  import Field from '$ui/kit/Field.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Pick from '$ui/kit/Pick.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import { applyAction, enhance } from '$app/forms';
  import { goto } from '$app/navigation';
  import type { ActionResult } from '@sveltejs/kit';
  import { writeLength } from '$core/units/length';
  import OwnFinishes from './OwnFinishes.svelte';
  import PlanRules from './PlanRules.svelte';
  import Schools from './Schools.svelte';
  import Settling from './Settling.svelte';
  import SystemChoice from './SystemChoice.svelte';
  import { whyRefused } from '$ui/shell/why-refused';
  import WeekHours from './WeekHours.svelte';
  import type { LengthUnit } from '$core/units/length';
  import type { Measures } from '$core/units/measures';
  import type { SetUpPage } from '$server/services/plan/set-up-page';

  let { data }: { data: SetUpPage & { jobId: string; measures: Measures; unit: LengthUnit } } = $props();
  let sending = $state(false);
  /** why the choice was refused; empty where it was not */
  let refused = $state('');
  const plan = $derived(`/jobs/${data.jobId}/plan`);

  async function leave(result: ActionResult): Promise<void> {
    await goto(plan, { invalidateAll: true });
    await applyAction(result);
  }
</script>

<form
  class="card stack choose"
  method="post"
  action="{plan}?/choose"
  use:enhance={() => {
    sending = true;
    refused = '';
    return async ({ result }) => {
      sending = false;
      // What was typed stays where the choice is refused; the schedule shows what it changed.
      if (result.type === 'success') await leave(result);
      else refused = whyRefused(result, 'The plan was not made. Try again.');
    };
  }}
>
  {#if refused}<Notice>{refused}</Notice>{/if}
  {#if data.findings.length}
    <ul class="findings" aria-label="What the tests ask for">
      {#each data.findings as f (f.key)}
        <li class={f.weight === 'stop' ? 'bad' : 'warn'}>{f.says} ({f.where}). {f.todo}.</li>
      {/each}
    </ul>
  {/if}
  <SystemChoice proposals={data.proposals} chosen={data.chosen} usual={data.form.tool} />
  <FoldOut
    words="Another finish for a zone, melamine pieces, the shelves or the insides; a primer under the system"
  >
    <OwnFinishes
      apart={data.apart}
      systems={data.proposals.map((p) => p.system)}
      primers={data.primers}
      chosen={data.chosen?.system ?? null}
    />
  </FoldOut>
  <div class="fields">
    <Choice label="Coated and dried" name="place" value={data.form.place}>
      <Option value="tent" text="in the tent" />
      <Option value="shop" text="in the shop" />
      <Option value="house" text="in the house" />
    </Choice>
    <Group legend="Waits follow">
      <Pick name="air" value="place" checked={data.form.air === 'place'}>the air there</Pick>
      <Pick name="air" value="sheet" checked={data.form.air === 'sheet'}>the sheet, at 25 °C and 50 %</Pick>
    </Group>
  </div>
  {#if data.schools.length}
    <FoldOut words="Methods: where painters disagree, and what each costs">
      <Schools costs={data.schools} measures={data.measures} standDays={data.form.schools.standDays} />
    </FoldOut>
  {/if}
  {#if data.turns.length > 1}
    <Group legend="Turning, by colour">
      <div class="fields">
        {#each data.turns as zone (zone.id)}
          <Choice label={zone.words} name="pattern.{zone.id}" value={zone.pattern}>
            <Option value="" text="as the job is" />
            {#each data.patterns as way (way.key)}<Option value={way.key} text={way.name} />{/each}
          </Choice>
        {/each}
      </div>
    </Group>
  {/if}
  <div class="fields">
    <DateField label="First day" name="startDay" value={data.form.startDay} required />
    <NumberField
      label="Pieces to a lot, at most"
      whole
      name="lotSize"
      min="1"
      max="60"
      value={data.form.lotSize}
      required
    />
    <Choice label="Divided" name="division" value={data.form.division}>
      {#each data.divisions as way (way.key)}<Option value={way.key} text={way.name} />{/each}
    </Choice>
    <Choice label="Comes down and goes home" name="stages" value={data.form.stages}>
      {#each data.stagings as way (way.key)}<Option value={way.key} text={way.name} />{/each}
    </Choice>
    <NumberField
      label="Stacks hold, pieces"
      whole
      name="stackSlots"
      min="1"
      max="500"
      placeholder="any"
      value={data.form.stackSlots ?? ''}
    />
    <NumberField
      label="Rack slots"
      whole
      name="rackSlots"
      min="1"
      max="500"
      value={data.form.rackSlots}
      required
    />
    <Field
      label="A slot holds, long, {data.unit}"
      name="slotLength"
      inputmode="text"
      value={writeLength(data.form.slot.length, data.unit)}
      required
    />
    <Field
      label="and deep, {data.unit}"
      name="slotDepth"
      inputmode="text"
      value={writeLength(data.form.slot.depth, data.unit)}
      required
    />
  </div>
  <Group legend="People on the job">
    {#each data.workers as worker (worker.id)}
      <Tick name="worker" value={worker.id} checked={data.form.workers.includes(worker.id)}>
        {worker.name}</Tick
      >
    {/each}
  </Group>
  <WeekHours legend="Crew works" prefix="crew" week={data.form.crewWeek} />
  <WeekHours legend="Kitchen is open to us" prefix="house" week={data.form.houseWeek} />
  <PlanRules form={data.form} />
  <div class="row">
    <Button type="submit" disabled={sending}>{data.chosen ? 'Plan again' : 'Plan'}</Button>
    {#if sending}<Settling job={data.jobId} />{/if}
  </div>
</form>

<style>
  ul {
    margin: 0;
    padding-left: 18px;
    list-style: disc;
  }
</style>
