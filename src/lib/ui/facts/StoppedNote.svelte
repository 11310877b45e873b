<!-- Why a fact was stopped: every guard that refuses it, each overruled by itself with its own reason. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import { SITE } from '$core/takeoff/site-route';
  import type { Stopped } from '$server/fact-action';
  import FactForm from './FactForm.svelte';

  let { stopped }: { stopped: Stopped | null | undefined } = $props();
  let note: HTMLElement | undefined = $state();
  $effect(() => {
    // A stop is never out of sight.
    if (stopped) note?.scrollIntoView({ block: 'center' });
  });
  /** What was sent, with the guards that were overruled before and their reasons. */
  const fields = $derived.by(() => {
    const out: Record<string, string[]> = {};
    for (const [k, v] of stopped?.sent ?? []) if (k !== 'kind') (out[k] ??= []).push(v);
    return out;
  });
  /** What is made ready anew: the pieces, or in the kitchen what the step is for. */
  const ready = $derived<Record<string, string[]>>({
    piece: fields.piece ?? [],
    ...(fields.lot?.[0] === SITE ? { step: fields.step ?? [] } : {}),
  });
  const kind = $derived(stopped?.sent.find(([k]) => k === 'kind')?.[1] ?? '');
  const rules = $derived(stopped?.refusals ?? []);
  /** what would have to be taken back with it */
  const together = $derived(rules.flatMap((r) => r.with ?? []));
  const canOverride = $derived(rules.length > 0 && rules.every((r) => r.canOverride));
</script>

{#if stopped}
  <div class="card stop" role="alert" bind:this={note}>
    {#if rules.length < 2}
      <h2>Stop. {stopped.message}</h2>
    {:else}
      <h2>Stop. {rules.length} reasons against it</h2>
      {#if !canOverride}
        <ol>
          {#each rules as r, i (i)}<li>
              {r.message}
              {#if !r.canOverride}<b>This cannot be overruled.</b>{/if}
            </li>{/each}
        </ol>
      {/if}
    {/if}
    {#if kind === 'void' && together.length}
      <FactForm {kind} fields={{ ...fields, also: [...(fields.also ?? []), ...together] }}>
        {#snippet children(sending)}
          <Button type="submit" kind="danger-tertiary" disabled={sending}
            >Take all {together.length + 1} back together</Button
          >
        {/snippet}
      </FactForm>
    {/if}
    {#if fields.piece && rules.some((r) => r.rule === 'too-late')}
      <FactForm kind="piece.abraded" fields={ready}>
        {#snippet children(sending)}
          <Button type="submit" kind="tertiary" disabled={sending}
            >{ready.step ? 'Scuffed or scored, dusted off' : 'Scuffed or wiped again, dusted off'}</Button
          >
        {/snippet}
      </FactForm>
    {/if}
    {#if fields.piece && rules.some((r) => r.rule === 'stood')}
      <FactForm kind="piece.wiped" fields={ready}>
        {#snippet children(sending)}
          <Button type="submit" kind="tertiary" disabled={sending}>Wiped, dust off</Button>
        {/snippet}
      </FactForm>
    {/if}
    {#if canOverride}
      <FactForm {kind} {fields}>
        {#snippet children(sending)}
          <div class="again">
            {#each rules as r, i (i)}
              <div class="rule">
                {#if rules.length > 1}<p><b>{i + 1}.</b> {r.message}</p>{/if}
                <Hidden name="rule" value={r.rule} />
                <Field
                  name="reason"
                  label={rules.length > 1 ? `Do it anyway, because (${i + 1})` : 'Do it anyway, because'}
                  placeholder="The reason is kept with the record"
                  required
                  minlength={3}
                  maxlength={500}
                />
              </div>
            {/each}
            <Button type="submit" kind="danger-tertiary" disabled={sending}>Do it anyway</Button>
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
  ol {
    margin: 0 0 10px;
    padding-left: 22px;
  }
  .again {
    display: flex;
    gap: 10px;
    align-items: end;
    flex-wrap: wrap;
  }
  .rule {
    flex: 1 1 260px;
  }
</style>
