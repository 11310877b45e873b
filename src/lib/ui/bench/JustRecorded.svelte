<!-- What was recorded last: undone at a touch, or taken back with a reason. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import DateField from '$ui/kit/DateField.svelte';
  import Field from '$ui/kit/Field.svelte';
  import { localMinute, localToMs, sayMinutes } from '$core/units/clock-time';
  import { UNDO } from '$core/bench/view/view';
  import FactForm from '../facts/FactForm.svelte';
  import { getBench } from './bench-page.svelte';

  const bench = getBench();
  let taking: string | null = $state(null);

  /** What a tap changes above is painted first; this list follows, ms. */
  const AFTER = 50;
  let shown = $state.raw(bench.view.facts);
  $effect(() => {
    const { facts } = bench.view;
    const timer = setTimeout(() => (shown = facts), AFTER);
    return () => clearTimeout(timer);
  });

  /** What a time is put right to, as the field holds it. */
  let times: Record<string, string> = $state({});
  const timeOf = (fact: { id: string; at: number }): string =>
    times[fact.id] ?? localMinute(fact.at, bench.zone);
</script>

{#each shown as fact (fact.id)}
  <div class="fact">
    <span class="mono">{bench.near(fact.at)}</span>
    <span
      >{fact.words} <span class="soft">{fact.who}</span>{#if fact.doubt}<b class="doubt"
          >time not sure, by up to {sayMinutes(Math.round(fact.doubt / 60_000))} either way</b
        >{/if}</span
    >
    {#if bench.now - fact.at < UNDO}
      <FactForm kind="void" fields={{ fact: fact.id, reason: 'Undone at once' }}>
        {#snippet children(sending)}<Button type="submit" kind="ghost" disabled={sending}>Undo</Button
          >{/snippet}
      </FactForm>
    {/if}
    <Button
      kind="ghost"
      onclick={() => (taking = taking === fact.id ? null : fact.id)}
      aria-expanded={taking === fact.id}>Take back</Button
    >
    {#if taking === fact.id}
      <FactForm kind="void" fields={{ fact: fact.id }} class="why" opened>
        {#snippet children(sending)}
          <Field name="reason" label="Why" required minlength={3} maxlength={500} />
          <Button type="submit" kind="danger-tertiary" disabled={sending}>Take it back</Button>
        {/snippet}
      </FactForm>
      <FactForm
        kind="time.corrected"
        fields={{ fact: fact.id, at: String(localToMs(timeOf(fact), bench.zone) ?? '') }}
        class="why"
        kept={() => (taking = null)}
      >
        {#snippet children(sending)}
          <DateField
            of="day and time"
            label="Or it happened at"
            bind:text={() => timeOf(fact), (text) => (times[fact.id] = text)}
          />
          <Button type="submit" kind="tertiary" disabled={sending}>Put it right</Button>
        {/snippet}
      </FactForm>
    {/if}
  </div>
{:else}
  <p class="soft">Nothing yet.</p>
{/each}

<style>
  .fact {
    display: grid;
    grid-template-columns: auto 1fr auto auto;
    gap: 8px;
    align-items: center;
    border-top: 1px solid var(--line);
  }
  @media (max-width: 500px) {
    .fact {
      grid-template-columns: 1fr auto auto;
      gap: 0 8px;
    }
    .fact > .mono {
      grid-column: 1 / -1;
      padding-top: 6px;
    }
  }
  .doubt {
    display: block;
    color: var(--warn);
    font-weight: 500;
  }
  .fact > :global(.why) {
    grid-column: 1 / -1;
    display: flex;
    gap: 8px;
    align-items: end;
    padding-bottom: 10px;
  }
</style>
