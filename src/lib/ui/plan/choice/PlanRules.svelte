<!-- What the household and the crew ask of the plan, beside the weekly hours. -->
<script lang="ts">
  import Group from '$ui/kit/Group.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import DateField from '$ui/kit/DateField.svelte';
  import Field from '$ui/kit/Field.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import type { Choice as PlanChoice } from '$core/planning/job/choice';
  import GoalOrder from './GoalOrder.svelte';
  import TimeSpan from './TimeSpan.svelte';

  type Asked = Pick<
    PlanChoice,
    'rules' | 'fixed' | 'visits' | 'shared' | 'open' | 'goals' | 'promised' | 'priority'
  >;
  let { form }: { form: Asked } = $props();
  const quiet = $derived([...form.rules.quiet, ['', ''] as [string, string]]);
</script>

<Hidden name="rules" value="yes" />
<Group legend="Planned too">
  <Tick name="fixed" value="yes" checked={form.fixed}>the fixed work in the kitchen</Tick>
  <Tick name="visits" value="yes" checked={form.visits}>taking down, carrying, handles and the last walk</Tick
  >
  <Tick name="shared" value="yes" checked={form.shared}>
    people, place and rack are shared with other jobs</Tick
  >
</Group>
<p class="soft">
  The minutes of taking down, carrying, handles and the walk are set under <a href="/settings">Settings</a>.
</p>
<Group legend="Left to the planner">
  <Tick name="openLots" value="yes" checked={form.open.lots}>how the pieces are divided</Tick>
  <Tick name="openPattern" value="yes" checked={form.open.pattern}>how they are turned</Tick>
  <Tick name="openStages" value="yes" checked={form.open.stages}>in which stages it goes home</Tick>
</Group>
<GoalOrder goals={form.goals} />
<div class="fields">
  <DateField label="Promised for" name="promised" value={form.promised ?? ''} />
  <Choice label="Priority" name="priority" value={String(form.priority)}>
    <Option value="1" text="lower than other jobs" />
    <Option value="2" text="normal" />
    <Option value="3" text="higher than other jobs" />
  </Choice>
</div>
<FoldOut words="The household and travel">
  <div class="fields">
    <Field
      label="Nobody may come on"
      name="awayDays"
      value={form.rules.awayDays.join(' ')}
      placeholder="2026-03-17 2026-03-18"
    />
    <Field
      label="The kitchen must work on"
      name="kitchenDays"
      value={form.rules.kitchenDays.join(' ')}
      placeholder="2026-03-20"
    />
    <NumberField
      label="Minutes to the house"
      whole
      name="travelMinutes"
      min="0"
      max="240"
      value={form.rules.travelMinutes}
    />
    <DateField
      label="Family sleeps there from"
      of="time"
      name="sleepFrom"
      value={form.rules.sleep?.from ?? ''}
    />
    <NumberField
      label="No solvent so many hours before"
      whole
      name="airHours"
      min="0"
      max="24"
      value={form.rules.sleep?.airHours ?? 4}
    />
  </div>
  <Group legend="Quiet hours, every day">
    {#each quiet as span, i (i)}
      <TimeSpan label="Quiet" name="quietTime" from={span[0]} until={span[1]} />
    {/each}
  </Group>
  <div>
    <Tick name="sandThere" value="yes" checked={form.rules.sandThere}>
      pieces are sanded in the air they are coated in: one or the other</Tick
    >
  </div>
</FoldOut>
