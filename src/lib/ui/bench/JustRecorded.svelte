<!-- What was recorded last: undone at a touch, or taken back with a reason. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Field from '$ui/kit/Field.svelte';
  import { UNDO } from '$core/bench/view/view';
  import FactForm from '../facts/FactForm.svelte';
  import { getBench } from './bench-page';

  const bench = getBench();
  let taking: string | null = $state(null);
</script>

{#each bench.view.facts as fact (fact.id)}
  <div class="fact">
    <span class="mono">{bench.near(fact.at)}</span>
    <span>{fact.words} <span class="soft">{fact.who}</span></span>
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
      <FactForm kind="void" fields={{ fact: fact.id }} class="why">
        {#snippet children(sending)}
          <Field name="reason" label="Why" required minlength={3} maxlength={500} />
          <Button type="submit" kind="danger-tertiary" disabled={sending}>Take it back</Button>
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
  .fact > :global(.why) {
    grid-column: 1 / -1;
    display: flex;
    gap: 8px;
    align-items: end;
    padding-bottom: 10px;
  }
</style>
