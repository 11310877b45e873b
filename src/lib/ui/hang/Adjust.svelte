<!-- Gaps as they are measured around fronts that hang, and which screws bring them right. -->
<script lang="ts">
  import { adjust, EVEN, type Edge, type Fault, type Gap, type Proud, type Turn } from '$core/hanging/adjust';
  import type { adjustment } from '$core/bench/pages/hang';
  import { hingeNames } from '$core/kitchen/condition';
  import { readNumber } from '$core/units/read-number';
  import Button from '$ui/kit/Button.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Group from '$ui/kit/Group.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import FactForm from '../facts/FactForm.svelte';

  let { group }: { group: NonNullable<ReturnType<typeof adjustment>> } = $props();

  const WORDS: Record<Edge, [string, string]> = {
    left: ['left, top', 'left, bottom'],
    right: ['right, top', 'right, bottom'],
    top: ['top, left', 'top, right'],
    bottom: ['bottom, left', 'bottom, right'],
  };
  const ENDS = ['first', 'last'] as const;
  const doors = $derived(group.fronts.every((f) => f.side !== null));

  /** The gaps that are asked for: between two fronts one gap, not two. */
  const asked = $derived(
    group.fronts.flatMap((f, i) => {
      const next = group.fronts[i + 1];
      const inner: Edge | null = next ? (doors ? 'right' : 'bottom') : null;
      const before = i > 0 ? (doors ? 'left' : 'top') : null;
      return (['left', 'right', 'top', 'bottom'] as const)
        .filter((edge) => edge !== before)
        .flatMap((edge) =>
          ENDS.map((end, e) => ({
            key: `${f.id} ${edge} ${end}`,
            front: f.id,
            edge,
            end,
            against: edge === inner ? (next?.id ?? null) : null,
            words: `${WORDS[edge][e] ?? ''}${edge === inner && next ? ` to ${next.code}` : ''}`,
          })),
        );
    }),
  );
  const proudAsked = $derived(
    group.fronts
      .filter((f) => f.side !== null)
      .flatMap((f) =>
        (['hinge', 'handle'] as const).flatMap((side) =>
          (['top', 'bottom'] as const).map((end) => ({
            key: `${f.id} ${side} ${end}`,
            front: f.id,
            side,
            end,
            words: `${side} side, ${end}`,
          })),
        ),
      ),
  );

  let typed: Record<string, string> = $state({});
  let target = $state('');
  const wanted = $derived(readNumber(target) ?? group.target);
  const numberOf = (key: string): number | null => {
    const value = readNumber(typed[key] ?? '');
    return value === undefined || Number.isNaN(value) ? null : value;
  };
  const gaps = $derived(
    asked.flatMap(({ key, front, edge, end, against }): Gap[] => {
      const mm = numberOf(key);
      return mm === null ? [] : [{ front, edge, end, against, mm, target: wanted }];
    }),
  );
  const proud = $derived(
    proudAsked.flatMap(({ key, front, side, end }): Proud[] => {
      const mm = numberOf(key);
      return mm === null ? [] : [{ front, side, end, mm }];
    }),
  );
  const bad = $derived(
    Object.values(typed).some((t) => t.trim() !== '' && Number.isNaN(readNumber(t) ?? NaN)),
  );
  const result = $derived(
    !bad && gaps.length + proud.length >= 2 ? adjust(group.fronts, gaps, proud, group.turned) : null,
  );
  const codeOf = (id: string): string => group.fronts.find((f) => f.id === id)?.code ?? '';
  const named = (front: string, at: number | null): string => {
    const own = group.fronts.find((f) => f.id === front);
    if (at === null) return own?.side === null ? 'both brackets' : 'every hinge';
    if (own?.side === null) return at === 0 ? 'left bracket' : 'right bracket';
    return `${hingeNames(own?.hinges.length ?? 2)[at] ?? String(at + 1)} hinge`;
  };
  const way = ({ front, kind, mm }: Pick<Turn, 'front' | 'kind' | 'mm'>): string => {
    const swings = group.fronts.find((f) => f.id === front)?.side !== null;
    if (kind === 'height') return mm < 0 ? 'up' : 'down';
    if (kind === 'depth') return mm > 0 ? 'out of the cabinet' : 'into the cabinet';
    if (!swings) return mm > 0 ? 'to the right' : 'to the left';
    return mm > 0 ? 'towards the handle side' : 'towards the hinges';
  };
  const turnWords = (quarters: number): string => {
    const n = Math.abs(quarters);
    return n === 1 ? 'a quarter turn' : n === 4 ? 'one whole turn' : `${n} quarter turns`;
  };
  const mm = (value: number): string => `${Math.abs(value).toFixed(1)} mm`;
  const faultWords = (fault: Fault): string => {
    if (fault.kind === 'out of reach')
      return `${codeOf(fault.front)}, ${named(fault.front, fault.at)}: the ${fault.screw} screw would need ${mm(fault.needs)}, and has ${mm(fault.has)}. The hinge sits in the wrong hole, or its plate has moved: loosen the plate and set it anew.`;
    if (fault.kind === 'out of square')
      return `${codeOf(fault.front)} is not square to its opening by ${mm(fault.mm)}: no screw mends that. Measure the door’s diagonals, then the box’s.`;
    if (fault.kind === 'racked')
      return `All fronts of this box lean alike, by ${mm(fault.mm)}: the box is racked. Shim the box, or share the error.`;
    return `${codeOf(fault.front)} is twisted by ${mm(fault.mm)}: a warped door. Share the error between its corners, or have it flattened.`;
  };
  const even = $derived(result !== null && result.turns.length === 0 && result.faults.length === 0);
</script>

<p class="soft">
  Measure the gaps in mm, as many as you like: two at least. Target {wanted.toFixed(1)} mm{group.from ===
  'wall'
    ? ', the middle of what was measured on this wall'
    : ', as the cabinet is built'}. Blank fields are left out.
</p>
<NumberField label="Target, where it is another" unit="mm" bind:text={target} />
{#each group.fronts as front (front.id)}
  <Group legend="Gaps of {front.code}" column>
    <div class="grid">
      {#each asked.filter((a) => a.front === front.id) as a (a.key)}
        <NumberField label={a.words} bind:text={() => typed[a.key] ?? '', (v) => (typed[a.key] = v)} />
      {/each}
    </div>
    {#if front.side !== null}
      <FoldOut words="A corner stands out, or in">
        <p class="soft">How far, in mm; in with a minus.</p>
        <div class="grid">
          {#each proudAsked.filter((a) => a.front === front.id) as a (a.key)}
            <NumberField label={a.words} bind:text={() => typed[a.key] ?? '', (v) => (typed[a.key] = v)} />
          {/each}
        </div>
      </FoldOut>
    {/if}
  </Group>
{/each}
<div aria-live="polite">
  {#if bad}<p class="bad">One of the fields is not a number.</p>{/if}
  {#if result}
    {#if even}
      <p class="ok"><b>Even.</b> Everything is within {EVEN} mm of its target.</p>
    {:else}
      <ol class="turns">
        {#each result.turns as turn, i (i)}
          <li>
            <b><span class="mono">{codeOf(turn.front)}</span>, {named(turn.front, turn.at)}</b>: {turn.kind}
            screw, {mm(turn.mm)}
            {way(turn)}: about {turnWords(turn.quarters)}.
          </li>
        {/each}
      </ol>
      {#if result.turns.length}<p class="soft">
          Turn a little first and look which way it goes: makers differ. Then measure again.
        </p>{/if}
      {#each result.faults as fault, i (i)}<p class="bad">▲ {faultWords(fault)}</p>{/each}
    {/if}
    <FactForm
      kind="front.adjusted"
      fields={{
        piece: group.fronts.map((f) => f.id),
        gaps: JSON.stringify(gaps),
        turns: JSON.stringify(
          result.turns.map(({ front, kind, at, mm, quarters }) => ({ front, kind, at, mm, quarters })),
        ),
      }}
      kept={() => (typed = {})}
    >
      {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
          >{even ? 'Measured, even' : 'Turned so'}</Button
        >{/snippet}
    </FactForm>
  {/if}
</div>

<style>
  .grid {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 8px;
  }
  .turns li {
    margin: 6px 0;
  }
  .bad {
    color: var(--bad);
  }
  .ok {
    color: var(--ready);
  }
</style>
