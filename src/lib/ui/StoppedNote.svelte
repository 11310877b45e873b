<script lang="ts">
  import { Button, TextInput } from 'carbon-components-svelte';
  import type { Stopped } from '$server/fact-action';
  import FactForm from './FactForm.svelte';

  let { stopped }: { stopped: Stopped | null | undefined } = $props();
  let note: HTMLElement | undefined = $state();
  $effect(() => {
    // A stop is never out of sight.
    if (stopped) note?.scrollIntoView({ block: 'center' });
  });
  const fields = $derived.by(() => {
    const out: Record<string, string[]> = {};
    for (const [k, v] of stopped?.sent ?? []) if (k !== 'kind') (out[k] ??= []).push(v);
    return out;
  });
  const kind = $derived(stopped?.sent.find(([k]) => k === 'kind')?.[1] ?? '');
</script>

{#if stopped}
  <div class="card stop" role="alert" bind:this={note}>
    <h2>Stop. {stopped.message}</h2>
    {#if stopped.rule === 'too-late' && fields.piece}
      <FactForm kind="piece.abraded" fields={{ piece: fields.piece }}>
        {#snippet children(sending)}
          <Button type="submit" kind="tertiary" disabled={sending}>Scuffed and dusted off</Button>
        {/snippet}
      </FactForm>
    {/if}
    {#if stopped.canOverride && stopped.rule}
      <FactForm {kind} fields={{ ...fields, rule: stopped.rule }}>
        {#snippet children(sending)}
          <div class="again">
            <TextInput
              name="reason"
              labelText="Do it all the same, because"
              placeholder="The reason is kept with the record"
              required
              minlength={3}
              maxlength={500}
            />
            <Button type="submit" kind="danger-tertiary" disabled={sending}>Do it all the same</Button>
          </div>
        {/snippet}
      </FactForm>
    {/if}
  </div>
{/if}

<style>
  .stop {
    border-left: 6px solid var(--bad);
    margin-bottom: 12px;
  }
  .again {
    display: flex;
    gap: 10px;
    align-items: end;
    flex-wrap: wrap;
  }
  .again > :global(.bx--form-item) {
    flex: 1 1 260px;
  }
</style>
