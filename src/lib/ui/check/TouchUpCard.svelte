<!-- A touch-up: what it is likely from, what to do, when it is safe, with what; and closing it. -->
<script lang="ts">
  import type { CheckPage } from '$core/bench/pages/check';
  import { REMEDY_SCOPES, SCOPE_WORDS } from '$core/quality/remedy-scope';
  import { dayToMs, isoDay, sayDate, sayMinutes, sayNear, sayTime } from '$core/units/clock-time';
  import Button from '../kit/Button.svelte';
  import Choice from '../kit/Choice.svelte';
  import DateField from '../kit/DateField.svelte';
  import Field from '../kit/Field.svelte';
  import FoldOut from '../kit/FoldOut.svelte';
  import NumberField from '../kit/NumberField.svelte';
  import Option from '../kit/Option.svelte';
  import FactForm from '../facts/FactForm.svelte';
  import KitchenAct from '../bench/KitchenAct.svelte';
  import WorkUnderWay from '../bench/WorkUnderWay.svelte';

  interface Props {
    touchUp: CheckPage['touchUps'][number];
    cans: CheckPage['cans'];
    nearby: CheckPage['nearby'];
    now: number;
    zone: string;
  }
  let { touchUp, cans, nearby, now, zone }: Props = $props();
  const remedy = $derived(touchUp.remedy);
  const wait = (step: number): string => {
    const min = remedy?.steps[step + 1]?.after[0]?.min ?? 0;
    return min > 0 ? `, then ${sayMinutes(min)}` : '';
  };
  const first = $derived(isoDay(Math.max(now, remedy?.from ?? 0), zone));
  const offered = $derived(nearby.filter((n) => n.day >= first));
  const near = (ms: number) => sayNear(ms, now, zone);
</script>

<section class="card" class:open={!touchUp.closed}>
  <h2>Touch-up <span class="mono">{touchUp.code}</span>: {touchUp.seen.toLowerCase()}</h2>
  {#if touchUp.closed}
    <p>
      Closed {sayDate(touchUp.closed.at, zone)}, {touchUp.closed.minutes} min, {SCOPE_WORDS[
        touchUp.closed.scope
      ]}.
      {touchUp.closed.note}
    </p>
    <p>
      {#if touchUp.checked}✓ looked at again: sound.{:else}Not looked at again yet: <a
          href="?piece={touchUp.piece}">check <span class="mono">{touchUp.code}</span></a
        >.{/if}
    </p>
  {:else}
    {#if touchUp.due}<p class:bad={touchUp.overdue}>
        {touchUp.overdue ? '▲ overdue: was promised' : 'Promised'} by
        <b>{sayDate(dayToMs(touchUp.due, zone), zone)}</b>
      </p>{/if}
    {#if touchUp.warranty !== null}<p class="soft">
        {touchUp.warranty ? 'Within the warranty by its date' : 'After the warranty: at the owner’s cost'};
        its terms decide.
      </p>{/if}
    {#if remedy}
      <p>
        Safe from <b>{sayTime(Math.max(now, remedy.from), zone)}</b>{remedy.from > now
          ? ': the film is too young before'
          : ''}.
        {#if remedy.coatFrom === null}The air of the house lets none of its coats be laid as far as it is
          known.{:else if remedy.coatFrom > Math.max(now, remedy.from)}The air of the house lets its coats be
          laid from <b>{sayTime(remedy.coatFrom, zone)}</b>.{/if}
        {SCOPE_WORDS[remedy.scope][0]?.toUpperCase()}{SCOPE_WORDS[remedy.scope].slice(1)}, about {remedy.minutes}
        min of hands.
      </p>
      <p>{touchUp.remedyWords}</p>
      <ol>
        {#each remedy.steps as s, i (s.key)}<li>{s.work ?? s.act}{wait(i)}</li>{/each}
      </ol>
      {#each remedy.materials as m, i (i)}
        <p>
          <b>{m.ml} mL</b> of {m.product}{m.colour ? `, ${m.colour}` : ''}: {m.can
            ? `from the kept can, ${m.can.place}.`
            : `${m.not ?? 'no can is kept.'} Mix or buy anew${m.colour ? '; another can of the colour may be off by up to ΔE 1 (from memory): try it at an edge first' : ''}.`}
        </p>
      {/each}
    {/if}
    <FoldOut words="What it is likely from">
      {#each touchUp.causes as c, i (i)}
        <p><b>{i + 1}. {c.words}</b></p>
        {#if c.evidence.length}
          <ul>
            {#each c.evidence as e, k (k)}<li>{e.speaks === 'for' ? '+' : '−'} {e.words}</li>{/each}
          </ul>
        {:else}<p class="soft">Nothing on record speaks for it or against it.</p>{/if}
      {/each}
      <p class="soft">Common practice; the product’s data sheet decides.</p>
    </FoldOut>
    {#if touchUp.next.length}
      {#each touchUp.next as act (act.key)}
        <div class="step">
          {#if act.status === 'running'}<WorkUnderWay {act} />{:else}<KitchenAct {act} {near} />{/if}
        </div>
      {/each}
    {:else if touchUp.planned}
      <p>All its steps are done: close it, then look at it again on the next visit.</p>
    {/if}
    {#if touchUp.begun === 0}
      <FactForm kind="touch-up.planned" fields={{ touchUp: touchUp.id }} empties={false}>
        {#snippet children(sending)}
          <div class="close">
            {#if touchUp.planned}<p>
                Planned for <b>{sayDate(dayToMs(touchUp.planned.day, zone), zone)}</b> or later; the plan of the
                job has its steps.
              </p>{/if}
            <Choice name="scope" label="To coat anew" value={remedy?.scope ?? 'spot'}>
              {#each REMEDY_SCOPES as s (s)}<Option value={s} text={SCOPE_WORDS[s]} />{/each}
            </Choice>
            <DateField
              of="day"
              name="day"
              label="Not before"
              value={touchUp.planned?.day ?? offered[0]?.day ?? first}
              required
            />
            {#if offered.length}<p class="soft">
                The crew is near by: {offered
                  .map(
                    (n) => `${sayDate(dayToMs(n.day, zone), zone)} at ${n.name}, ${n.km.toFixed(1)} km away`,
                  )
                  .join('; ')}.
              </p>{/if}
            <Button type="submit" kind="tertiary" disabled={sending}
              >{touchUp.planned ? 'Plan it anew' : 'Plan it'}</Button
            >
          </div>
        {/snippet}
      </FactForm>
    {/if}
    <FactForm kind="touch-up.closed" fields={{ touchUp: touchUp.id }}>
      {#snippet children(sending)}
        <div class="close">
          <NumberField name="minutes" label="Minutes it took" value={touchUp.worked || undefined} required />
          <Choice name="scope" label="Coated anew" value={remedy?.scope ?? 'spot'}>
            {#each REMEDY_SCOPES as s (s)}<Option value={s} text={SCOPE_WORDS[s]} />{/each}
          </Choice>
          <NumberField name="ml" label="Paint used" unit="mL" />
          {#if cans.length}
            <Choice name="can" label="From" value={remedy?.materials[0]?.can?.id ?? ''}>
              <Option value="" text="another can" />
              {#each cans as c (c.id)}<Option
                  value={c.id}
                  text="the kept can, {Math.round(c.ml)} mL left, {c.place}"
                />{/each}
            </Choice>
          {/if}
          <Field name="note" label="What was done" maxlength={500} />
          <Button type="submit" kind="tertiary" disabled={sending}>Close it</Button>
        </div>
      {/snippet}
    </FactForm>
  {/if}
  <p class="soft">Seen {sayDate(touchUp.opened, zone)}.</p>
</section>

<style>
  .open {
    border-left: 6px solid var(--bad);
  }
  .bad {
    color: var(--bad);
  }
  .step {
    border-top: 1px solid var(--line);
    padding: 8px 0;
  }
  .close {
    display: grid;
    gap: 8px;
    margin-top: 8px;
    justify-items: start;
  }
  ol,
  ul {
    margin: 4px 0;
    padding-left: 20px;
  }
  ul {
    list-style: none;
  }
</style>
