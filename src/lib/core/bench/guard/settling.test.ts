/** What is settled is a contradiction, and takes back nothing that others stand on. */
import { describe, expect, it } from 'vitest';
import { buildRoute } from '$core/coating/route';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { usualCounts } from '$core/coating/system';
import { contextOf, did, fact, takenDown, uuid } from '../../../../../tests/bench-builders';
import { contradictions, stepsBefore } from '../log/contradictions';
import type { Fact, FactBody } from '../log/events';
import { judge } from '../log/judge';

const A = uuid(1);
const route = buildRoute(SHELLAC_URETHANE, usualCounts(SHELLAC_URETHANE), 'spray');
const before = stepsBefore(route);
const coated = (): Fact[] => [
  ...takenDown([A]),
  ...route
    .filter((s) => s.kind !== 'hang')
    .flatMap((s, i) => did(s.key, 1000 + i * 2880, 1030 + i * 2880, [A], 'la')),
];
const settle = (facts: Fact[], of: readonly string[], keep: string | null) => {
  const body: FactBody = {
    kind: 'contradiction.settled',
    of: [...of],
    keep,
    pieces: [A],
    reason: 'Looked at the rack',
  };
  return judge(contextOf(route, facts), facts, fact(90_000, body));
};

describe('settling', () => {
  const facts = coated();
  const down = facts.find((f) => f.body.kind === 'piece.down')?.id ?? '';
  const other = facts.find((f) => f.body.kind === 'piece.labelled')?.id ?? facts[0]?.id ?? '';
  it('is refused for records that do not contradict each other', () => {
    expect(contradictions(facts, before)).toEqual([]);
    for (const keep of [other, down, null])
      expect(settle(facts, [down, other], keep)).toMatchObject([{ rule: 'unknown', canOverride: false }]);
  });
  it('answers what two devices recorded apart, whichever of them is kept', () => {
    const [start, end] = did('back.shellac-primer.1', 80_000, 80_030, [A], 'la');
    const twice = [...facts, ...[start, end].flatMap((f) => (f ? [{ ...f, device: 'other' }] : []))];
    const [found] = contradictions(twice, before);
    expect(found?.rule).toBe('done-twice');
    for (const keep of [...(found?.of ?? []), null]) expect(settle(twice, found?.of ?? [], keep)).toEqual([]);
  });
  it('speaks of more than twenty records', () => {
    const moves = Array.from({ length: 24 }, (_, i): Fact => ({
      ...fact(80_000 + i, { kind: 'piece.placed', pieces: [A], place: `rack ${i}` }),
      device: `phone ${i}`,
      knew: facts.at(-1)?.id ?? '',
    }));
    const all = [...facts, ...moves];
    const found = contradictions(all, before).find((c) => c.rule === 'two-places');
    expect(found?.of.length).toBeGreaterThan(20);
    expect(settle(all, found?.of ?? [], found?.of[3] ?? '')).toEqual([]);
  });
});
