<!-- Paint that is kept for touch-ups: what it is, how much is left, until when, and where. -->
<script lang="ts">
  import { isoDay } from '$core/units/clock-time';
  import { formatVolume } from '$core/units/measures';
  import type { HandOverPage } from '$core/bench/pages/hand-over';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import DateField from '$ui/kit/DateField.svelte';
  import Field from '$ui/kit/Field.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Option from '$ui/kit/Option.svelte';
  import FactForm from '../facts/FactForm.svelte';
  import Weighing from './Weighing.svelte';

  interface Props {
    view: HandOverPage;
    now: number;
    zone: string;
  }
  let { view, now, zone }: Props = $props();
  const today = $derived(isoDay(now, zone));
  const volume = (ml: number): string => formatVolume(ml, view.measures);
  const nameOf = (key: string): string => view.keepable.find((p) => p.key === key)?.name ?? key;
  const coloured = (key: string): boolean =>
    ['finish', 'glaze'].includes(view.keepable.find((p) => p.key === key)?.kind ?? '');
  let product = $state('');
  const chosen = $derived(product || view.keepable.find((p) => p.kind === 'finish')?.key || '');
  /** A waterborne can that was opened keeps about a year. Common practice, no source. */
  const usual = $derived(isoDay(now + 365 * 86_400_000, zone));
  const here = $derived(view.cans.filter((c) => c.gone === null));
  const densityOf = (key: string): number => view.keepable.find((p) => p.key === key)?.density ?? 1.2;
  let colour = $state('');
  const chosenColour = $derived(coloured(chosen) ? colour || (view.colours[0] ?? '') : '');
  /** by the take-off */
  const left = $derived(view.left.find((l) => l.product === chosen && l.colour === chosenColour));
  let typed = $state<string | null>(null);
  const ml = $derived(typed ?? (left ? String(Math.round(left.leftMl)) : '250'));
  /** of the cans that are here, by their ids */
  let changed = $state<Record<string, string>>({});
</script>

<section class="card" aria-label="Paint that is kept">
  <h2>Paint that is kept</h2>
  {#each here as can (can.id)}
    <div class="can">
      <p>
        <b>{nameOf(can.product)}{can.colour ? `, ${can.colour}` : ''}</b>
        <span class="soft"
          >{can.batch ? `batch ${can.batch} · ` : ''}opened {can.opened} · use by {can.useBy} · {can.place}</span
        >
        {#if can.useBy < today}<span class="bad">▲ past its day: test it, or throw it away</span>{/if}
      </p>
      <p class="left"><b>{Math.round(can.ml)} mL</b> left</p>
      <FoldOut words="Taken, topped up, weighed, moved">
        <FactForm kind="can.changed" fields={{ can: can.id }} class="row">
          {#snippet children(sending)}
            <Choice label="What" name="how">
              <Option value="taken" text="taken from it" />
              <Option value="topped up" text="topped up" />
              <Option value="weighed" text="there are, by weighing" />
              <Option value="moved" text="moved" />
              <Option value="thrown away" text="thrown away" />
            </Choice>
            <NumberField
              label="How much"
              unit="mL"
              name="ml"
              bind:text={() => changed[can.id] ?? '', (v) => (changed[can.id] = v)}
            />
            <Field label="Where to, if moved" name="place" maxlength={80} />
            <Button type="submit" kind="tertiary" disabled={sending}>Keep that</Button>
          {/snippet}
        </FactForm>
        <Weighing density={densityOf(can.product)} found={(found) => (changed[can.id] = String(found))} />
      </FoldOut>
    </div>
  {:else}
    <p class="soft">Nothing is kept yet. Leave a small labelled can for nicks: strained, full, tight.</p>
  {/each}
  {#if view.keepable.length}
    <FoldOut words="Keep a can">
      <FactForm kind="can.kept" kept={() => (typed = null)}>
        {#snippet children(sending)}
          <div class="fields">
            <Choice label="Product" name="product" bind:chosen={() => chosen, (v) => (product = v)}>
              {#each view.keepable as p (p.key)}<Option value={p.key} text={p.name} />{/each}
            </Choice>
            {#if coloured(chosen)}
              <Choice label="Colour" name="colour" bind:chosen={() => chosenColour, (v) => (colour = v)}>
                {#each view.colours as c (c)}<Option value={c} text={c} />{/each}
              </Choice>
            {/if}
            <Field label="Batch" name="batch" maxlength={40} />
            <NumberField
              label="How much"
              unit="mL"
              name="ml"
              bind:text={() => ml, (v) => (typed = v)}
              required
            />
            <Field label="Where it is" name="place" value="with the owner" required maxlength={80} />
            <DateField of="day" label="Opened" name="opened" value={today} required />
            <DateField of="day" label="Use by" name="useBy" value={usual} required />
          </div>
          <p class="soft">
            {#if left}By the take-off: {volume(left.boughtMl)} bought, {volume(left.laidMl)} laid, {volume(
                left.lossMl,
              )} in hose and trays{left.keptMl ? `, ${volume(left.keptMl)} kept already` : ''}, so {volume(
                left.leftMl,
              )} left.{:else}Nothing of it is on record as laid yet.{/if}
          </p>
          <Weighing density={densityOf(chosen)} found={(found) => (typed = String(found))} />
          <p class="act"><Button type="submit" kind="tertiary" disabled={sending}>Keep it</Button></p>
        {/snippet}
      </FactForm>
    </FoldOut>
  {/if}
</section>

<style>
  .can {
    border-top: 1px solid var(--line);
    padding: 8px 0;
  }
  .can span {
    display: block;
  }
  .left {
    font-size: 17px;
  }
  .bad {
    color: var(--bad);
  }
  .act {
    margin-top: 10px;
  }
</style>
