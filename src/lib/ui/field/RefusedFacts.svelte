<!-- What the server refused of this device's records, each with the ways to go on: nothing is dropped unasked. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import DateField from '$ui/kit/DateField.svelte';
  import Field from '$ui/kit/Field.svelte';
  import AskFirst from '$ui/kit/AskFirst.svelte';
  import { sayFact } from '$core/bench/view/say-fact';
  import { localMinute, localToMs, sayTime } from '$core/units/clock-time';
  import type { Kept } from '../device/kept';
  import { getField } from './field-context';

  let { zone }: { zone: string } = $props();
  const field = getField();
  const { outbox } = field;
  const say = (k: Kept) => sayFact(field.bench, k.fact.body);
  let reasons: Record<string, string> = $state({});
  let times: Record<number, string> = $state({});
  const reasonOf = (k: Kept, i: number): string => (reasons[`${k.n}.${i}`] ?? '').trim();
  const canOverride = (k: Kept): boolean => !!k.refusals?.length && k.refusals.every((r) => r.canOverride);
  const retry = (k: Kept) => {
    const refusals = k.refusals ?? [];
    if (!refusals.every((_, i) => reasonOf(k, i).length >= 3)) return;
    field.keepAgain(
      k.n,
      k.fact,
      refusals.map(({ rule }, i) => ({ rule, reason: reasonOf(k, i) })),
    );
  };
  const putAt = (k: Kept) => {
    const at = localToMs(times[k.n] ?? localMinute(field.now, zone), zone);
    if (at !== null) field.keepAt(k.n, at);
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
{#each field.refused as k (k.n)}
  <div class="card refused" role="alert">
    <p><b>Refused:</b> {say(k)}, {sayTime(k.fact.at, zone)}</p>
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
      {:else if k.field === 'at'}
        <DateField
          label="It happened"
          of="day and time"
          bind:text={() => times[k.n] ?? localMinute(field.now, zone), (text) => (times[k.n] = text)}
        />
        <Button kind="tertiary" onclick={() => putAt(k)}>Record it at this time</Button>
      {/if}
      <AskFirst
        words="It was not so: discard it"
        ask="Discard “{say(k)}” with its photos? This device has the only copy."
        sure="Discard it"
        act={() => void outbox.discard(k.n)}
      />
    </div>
  </div>
{/each}

<style>
  .refused {
    border-left: 6px solid var(--bad);
    margin-top: 12px;
  }
  .row {
    align-items: end;
  }
</style>
