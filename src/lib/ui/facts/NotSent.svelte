<!-- What this device recorded and the server does not have yet, what it refused, and what two devices cannot both mean. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Field from '$ui/kit/Field.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import type { Fact, FactBody } from '$core/bench/state/events';
  import type { Override } from '$core/bench/facts/parts';
  import type { ContestedView } from '$server/services/bench/contested';
  import { sayMinutes, sayTime } from '$core/units/clock-time';
  import AskFirst from '../kit/AskFirst.svelte';
  import FactForm from './FactForm.svelte';
  import { SKEWED, type Kept, type Outbox } from './outbox.svelte';

  interface Props {
    outbox: Outbox;
    contested: readonly ContestedView[];
    /** the one in hand */
    device: string;
    zone: string;
    say: (body: FactBody) => string;
    /** sends a refused fact again, with a reason for each guard that refused it */
    again: (fact: Fact, overrides: Override[]) => void;
  }
  let { outbox, contested, device, zone, say, again }: Props = $props();
  const time = (ms: number) => sayTime(ms, zone);
  let reasons: Record<string, string> = $state({});
  const reasonOf = (k: Kept, i: number): string => (reasons[`${k.n}.${i}`] ?? '').trim();
  const canOverride = (k: Kept): boolean => !!k.refusals?.length && k.refusals.every((r) => r.canOverride);
  const retry = (k: Kept) => {
    const refusals = k.refusals ?? [];
    if (!refusals.every((_, i) => reasonOf(k, i).length >= 3)) return;
    again(
      k.fact,
      refusals.map(({ rule }, i) => ({ rule, reason: reasonOf(k, i) })),
    );
    void outbox.discard(k.n);
  };
</script>

{#each outbox.photos.filter((p) => p.why) as p (p.id)}
  <div class="card refused" role="alert">
    <p><b>Photo refused:</b> {p.why}</p>
    <AskFirst
      words="Discard it"
      ask="Discard this photo? This device has the only copy."
      sure="Discard it"
      act={() => void outbox.discardPhoto(p.id)}
    />
  </div>
{/each}
{#if outbox.away || outbox.slow || outbox.reason}
  <div class="card unsent" role="status">
    <p>
      <b>{outbox.unsent ? `${outbox.unsent} not sent yet` : 'No connection'}</b>
      {#if outbox.reason}{outbox.reason}{/if}
      <span class="soft"
        >{outbox.unsent
          ? 'Kept on this device; sent in order when there is a connection.'
          : 'Go on: what you record is kept here and sent later. The plan is the last one known.'}</span
      >
    </p>
    {#if outbox.waiting.length}
      <FoldOut words="What is not sent">
        <ol>
          {#each outbox.waiting as k (k.n)}<li>
              <span class="mono">{time(k.fact.at)}</span>
              {say(k.fact.body)}
              {#if k.why}<span class="soft">{k.why}</span>{/if}
            </li>{/each}
        </ol>
      </FoldOut>
    {/if}
  </div>
{/if}
{#if Math.abs(outbox.skew) > SKEWED && !outbox.stopped}
  <p class="soft" role="status">
    This device’s clock is {sayMinutes(Math.round(Math.abs(outbox.skew) / 60_000))}
    {outbox.skew > 0 ? 'slow' : 'fast'}. Times are recorded by the server’s clock.
  </p>
{/if}
{#each outbox.refused as k (k.n)}
  <div class="card refused" role="alert">
    <p><b>Refused:</b> {say(k.fact.body)}, {time(k.fact.at)}</p>
    {#if (k.refusals?.length ?? 0) < 2}<p>{k.why}</p>{/if}
    <div class="row">
      {#if canOverride(k)}
        {#each k.refusals ?? [] as r, i (i)}
          <Field
            label="It is so, because"
            hint={(k.refusals?.length ?? 0) > 1 ? r.message : ''}
            bind:text={() => reasons[`${k.n}.${i}`] ?? '', (text) => (reasons[`${k.n}.${i}`] = text)}
            maxlength={500}
          />
        {/each}
        <Button kind="tertiary" onclick={() => retry(k)}>Record it anyway</Button>
      {/if}
      <AskFirst
        words="It was not so: discard it"
        ask="Discard “{say(k.fact.body)}” with its photos? This device has the only copy."
        sure="Discard it"
        act={() => void outbox.discard(k.n)}
      />
    </div>
  </div>
{/each}
{#each contested as c (c.sides.map((s) => s.id).join())}
  {@const of = c.sides.map((s) => s.id)}
  <div class="card refused" role="alert">
    <h2>Two records that disagree</h2>
    <p>{c.message}</p>
    <ul>
      {#each c.sides as s (s.id)}
        <li>
          <span
            ><span class="mono">{time(s.at)}</span> <b>{s.who}</b>, on {s.device === device
              ? 'this'
              : 'another'} device: {s.words}</span
          >
          <FactForm
            kind="contradiction.settled"
            fields={{
              of,
              keep: s.id,
              reason: c.sides.length > 1 ? `${s.who}’s record is right` : 'It was so',
            }}
          >
            {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
                >{c.sides.length > 1 ? 'This one is right' : 'It was so'}</Button
              >{/snippet}
          </FactForm>
        </li>
      {/each}
      <li>
        {#if c.sides.length > 1}
          <span
            >{c.rule === 'two-places'
              ? 'It was moved twice, and is where it was put last'
              : 'Both are true'}</span
          >
          <FactForm kind="contradiction.settled" fields={{ of, keep: '', reason: 'Both are true' }}>
            {#snippet children(sending)}<Button type="submit" kind="ghost" disabled={sending}
                >Both are right</Button
              >{/snippet}
          </FactForm>
        {:else}
          <span>It did not happen</span>
          <FactForm
            kind="void"
            fields={{ fact: of[0] ?? '', reason: 'Recorded on two devices, and was not so' }}
          >
            {#snippet children(sending)}<Button type="submit" kind="ghost" disabled={sending}
                >Take it back</Button
              >{/snippet}
          </FactForm>
        {/if}
      </li>
    </ul>
  </div>
{/each}

<style>
  .unsent {
    border-left: 6px solid var(--wet);
  }
  .refused {
    border-left: 6px solid var(--bad);
  }
  ul {
    list-style: none;
    margin: 8px 0 0;
    padding: 0;
  }
  li {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
    gap: 8px;
    padding: 4px 0;
    border-top: 1px solid var(--line);
  }
  ol li {
    justify-content: flex-start;
  }
  .row {
    align-items: end;
  }
</style>
