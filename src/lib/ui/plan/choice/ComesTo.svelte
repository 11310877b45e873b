<!-- What each proposed system comes to in this kitchen: planned one after another, sorted by what counts. -->
<script lang="ts">
  import { sayHours, sayDay } from '$core/units/clock-time';
  import { formatMoney, formatVolume, type Measures } from '$core/units/measures';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Table from '$ui/kit/Table.svelte';
  import Waiting from '$ui/shell/Waiting.svelte';
  import type { Here } from '$server/services/plan/as-if';

  interface Props {
    systems: readonly { key: string; name: string }[];
    /** of the proposals, with what they are for */
    address: (system: string) => string;
    zone: string;
    measures: Measures;
    currency: string;
  }
  let { systems, address, zone, measures, currency }: Props = $props();

  const SORTS = {
    back: 'hand-back',
    sure: '8 in 10 by',
    daysWithoutFronts: 'days without fronts',
    solventNights: 'nights with solvent',
    minutes: 'hours',
    ml: 'litres',
    cents: 'money',
    hang: 'hanging begins',
    cured: 'cured',
  } as const;
  type Sort = keyof typeof SORTS;
  let sort = $state<string>('back');
  let rows = $state.raw<{ key: string; name: string; here: Here | null }[]>([]);
  let doing = $state('');
  let wrong = $state('');
  let stop = false;

  async function weigh(): Promise<void> {
    rows = [];
    wrong = '';
    stop = false;
    for (const { key, name } of systems) {
      if (stop) break;
      doing = name;
      try {
        const answer = await fetch(address(key));
        if (!answer.ok)
          throw new Error(
            ((await answer.json()) as { message?: string }).message ?? 'The server gave no answer.',
          );
        rows = [...rows, { key, name, here: (await answer.json()) as Here | null }];
      } catch (error) {
        wrong = error instanceof Error ? error.message : String(error);
        break;
      }
    }
    doing = '';
  }
  const value = (here: Here | null): number => here?.[sort as Sort] ?? Infinity;
  const sorted = $derived([...rows].sort((a, b) => value(a.here) - value(b.here)));
</script>

<section class="card" aria-label="What each comes to here">
  <h2>What each comes to here</h2>
  {#if wrong}<Notice>{wrong}</Notice>{/if}
  <div class="row">
    {#if doing}
      <Waiting words="Planning with {doing}" />
      <Button kind="tertiary" onclick={() => (stop = true)}>Stop</Button>
    {:else}
      <Button kind="tertiary" onclick={() => void weigh()}
        >{rows.length ? 'Plan them again' : 'Plan each of them'}</Button
      >
    {/if}
    {#if rows.length}
      <Choice label="Sorted by" bind:chosen={sort}>
        {#each Object.entries(SORTS) as [key, words] (key)}<Option value={key} text={words} />{/each}
      </Choice>
    {/if}
  </div>
  {#if rows.length}
    <Table label="What each system comes to here">
      <thead>
        <tr>
          <th>System</th><th>Back</th><th>8 in 10 by</th><th>Days without fronts</th><th
            >Nights with solvent</th
          ><th>Hours</th>
          <th>Paint</th><th>Money</th><th>Hang from</th><th>Cured</th>
        </tr>
      </thead>
      <tbody>
        {#each sorted as { key, name, here } (key)}
          <tr>
            <th scope="row">{name}</th>
            {#if here}
              <td>{sayDay(here.back, zone)}</td>
              <td>{here.sure === null ? 'not known' : sayDay(here.sure, zone)}</td>
              <td>{here.daysWithoutFronts}</td>
              <td>{here.solventNights}</td>
              <td>{sayHours(here.minutes)}</td>
              <td>{formatVolume(here.ml, measures)}</td>
              <td>{here.cents === null ? 'no prices' : formatMoney(here.cents, currency)}</td>
              <td>{sayDay(here.hang, zone)}</td>
              <td>{here.cured === null ? 'not named' : sayDay(here.cured, zone)}</td>
            {:else}
              <td colspan="9">no plan is found, or a figure is missing</td>
            {/if}
          </tr>
        {/each}
      </tbody>
    </Table>
  {/if}
</section>
