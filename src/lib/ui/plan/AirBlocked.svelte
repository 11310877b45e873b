<!-- What the air forbids, from when to when; what each remedy would bring and cost, once it is asked for. -->
<script lang="ts">
  import { sayDay, sayHours, sayTime } from '$core/units/clock-time';
  import { formatMoney } from '$core/units/measures';
  import type { AirBlock } from '$core/job-plan/air-blocks';
  import type { Remedy } from '$server/services/plan/remedies';
  import Button from '$ui/kit/Button.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import Waiting from '$ui/shell/Waiting.svelte';

  interface Props {
    blocks: readonly AirBlock[];
    place: string;
    zone: string;
    currency: string;
    address: string;
  }
  let { blocks, place, zone, currency, address }: Props = $props();
  let remedies: Remedy[] | null = $state.raw(null);
  let asking = $state(false);
  let wrong = $state('');

  async function ask(): Promise<void> {
    asking = true;
    wrong = '';
    try {
      const answer = await fetch(address);
      if (!answer.ok) throw new Error('The server gave no answer. Try again.');
      remedies = (await answer.json()) as Remedy[];
    } catch (error) {
      wrong = error instanceof Error ? error.message : String(error);
    }
    asking = false;
  }
  const cost = (r: Remedy): string =>
    [
      r.minutes ? `${r.minutes > 0 ? '+' : '−'}${sayHours(Math.abs(r.minutes))} of work` : '',
      r.cents ? `${r.cents > 0 ? '+' : '−'}${formatMoney(Math.abs(r.cents), currency)}` : '',
      r.besides,
    ]
      .filter(Boolean)
      .join(', ');
</script>

<section class="card blocked" aria-label="The air forbids coats">
  <h2>The air forbids coats</h2>
  <ul>
    {#each blocks as b, i (i)}
      <li>
        <b>{sayTime(b.from, zone)} to {b.to === null ? 'as far as the plan looks' : sayTime(b.to, zone)}</b>,
        in the {b.where === 'site' ? 'kitchen' : place}: no {b.products.join(', no ')}.
        <span class="soft">At its best: {b.reasons.join('; ')}.</span>
      </li>
    {/each}
  </ul>
  <p class="soft">
    Beyond the days that are foreseen the plan reckons with the last of them, never with better air.
  </p>
  {#if wrong}<Notice>{wrong}</Notice>{/if}
  {#if asking}
    <Waiting words="Planning with each remedy" />
  {:else if remedies === null}
    <Button kind="tertiary" onclick={() => void ask()}>What would help?</Button>
  {:else if remedies.length === 0}
    <p>Nothing that Anthem can weigh brings the kitchen back sooner.</p>
  {:else}
    <ul>
      {#each remedies as r, i (i)}
        <li>
          <b>{r.words}</b>: {r.back === null
            ? 'no plan is found'
            : `back ${sayTime(r.back, zone)}${r.sure === null ? '' : `, 8 in 10 by ${sayDay(r.sure, zone)}`}`}.
          <span class="soft">Costs {cost(r)}.</span>
        </li>
      {/each}
    </ul>
  {/if}
</section>

<style>
  .blocked {
    border-left: 6px solid var(--bad);
  }
  ul {
    margin: 4px 0 10px;
    padding-left: 18px;
  }
</style>
