/** An act is judged by every rule; each that refuses it is overruled by itself, and hard ones never pass along. */
import { describe, expect, it } from 'vitest';
import { buildRoute } from '$core/coating/route';
import { usualCounts } from '$core/coating/system';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { bodySchema, type Fact, type FactBody } from '../log/events';
import { overridesOf } from '../state/overrides';
import { judge } from '../log/judge';
import { together } from './refusal';
import type { Context } from './context';
import { contextOf, fact, takenDown, uuid } from '../../../../../tests/bench-builders';

const [A, B] = [uuid(1), uuid(2)];
const route = buildRoute(SHELLAC_URETHANE, usualCounts(SHELLAC_URETHANE), 'spray');
const known: Partial<Context> = {
  pieces: new Map([
    [A, { w: 400, h: 700, form: 'door', colour: 'Oatcloth' }],
    [B, { w: 400, h: 700, form: 'door', colour: 'Slatewing' }],
  ]),
  lots: [
    { id: 'la', name: 'A', pieces: [A] },
    { id: 'lb', name: 'B', pieces: [B] },
  ],
};
const ask = (facts: Fact[], minute: number, body: FactBody) =>
  judge(contextOf(route, facts, known), facts, fact(minute, body));
const start = (step: string, pieces: string[], lot: string, override?: Override[]): FactBody => ({
  kind: 'work.started',
  step,
  lot,
  pieces,
  ...(override ? { override } : {}),
});
type Override = { rule: string; reason: string };
const overruling = (...rules: string[]): Override[] => rules.map((rule) => ({ rule, reason: 'as agreed' }));

const FRONT = 'front.urethane-enamel.1';
const SECOND = 'front.urethane-enamel.2';
const down = takenDown([A, B]);
/** Everything up to a step done on A, so many minutes from one to the next, the last of it ended a minute before. */
function upTo(key: string, apart = 3000): { facts: Fact[]; minute: number } {
  const facts = [...down];
  let minute = 1000;
  for (const step of route) {
    if (step.key === key) break;
    const begun = fact(minute, start(step.key, [A], 'la'));
    facts.push(begun, fact(minute + 30, { kind: 'work.finished', work: begun.id, leftOut: [] }));
    minute += apart;
  }
  return { facts, minute: minute - apart + 31 };
}

describe('a coat that is too early, of another colour, in cold damp air', () => {
  const { facts, minute } = upTo(SECOND, 40);
  const all = [
    ...facts,
    fact(minute, { kind: 'paint.loaded', product: 'urethane-enamel', colour: 'Slatewing' }),
    fact(minute, { kind: 'air.read', place: 'tent', celsius: 3, humidity: 0.95 }),
  ];
  it('is stopped by all three, each in its own words', () => {
    expect(ask(all, minute, start(SECOND, [A], 'la')).map((r) => r.rule)).toEqual([
      'too-early',
      'wrong-colour',
      'air',
    ]);
  });
  it('passes one by one: overruling one leaves the others', () => {
    expect(ask(all, minute, start(SECOND, [A], 'la', overruling('too-early'))).map((r) => r.rule)).toEqual([
      'wrong-colour',
      'air',
    ]);
    expect(
      ask(all, minute, start(SECOND, [A], 'la', overruling('air', 'too-early'))).map((r) => r.rule),
    ).toEqual(['wrong-colour']);
    expect(
      ask(all, minute, start(SECOND, [A], 'la', overruling('air', 'wrong-colour', 'too-early'))),
    ).toEqual([]);
  });
});

describe('what no reason overrules', () => {
  const { facts, minute } = upTo(FRONT);
  it('stands though a soft rule is overruled: a lot is not coated twice at once', () => {
    const running = [...facts, fact(minute, start(FRONT, [A], 'la', overruling('too-early')))];
    const again = ask(
      running,
      minute + 1,
      start(FRONT, [A], 'lb', overruling('not-in-lot', 'at-work', 'too-early')),
    );
    expect(again).toMatchObject([{ rule: 'at-work', canOverride: false }]);
  });
  it('two colours in one pass', () => {
    const both = ask(
      facts,
      minute,
      start(FRONT, [A, B], 'la', overruling('not-in-lot', 'skipped-step', 'wrong-colour')),
    );
    expect(both.filter((r) => !r.canOverride)).toMatchObject([{ rule: 'wrong-colour' }]);
  });
  it('a step that is recorded already, with the rest of why it is refused', () => {
    const twice = ask(facts, minute, start('front.shellac-primer.1', [A], 'la', overruling('done-already')));
    expect(twice).toMatchObject([{ rule: 'done-already', canOverride: false }]);
  });
  it('decides for all of them together, and when waiting helps', () => {
    const soft = { rule: 'too-early', message: '', from: 5, canOverride: true } as const;
    const hard = { rule: 'at-work', message: '', from: null, canOverride: false } as const;
    expect(together([soft, hard])).toEqual({ rule: 'at-work', canOverride: false, from: null });
    expect(together([soft, { ...soft, rule: 'mix', from: 9 }])).toEqual({
      rule: 'too-early',
      canOverride: true,
      from: 9,
    });
    expect(together([])).toBeNull();
  });
});

it('steps cannot be hurried through by overruling one thing each: every wait is asked again', () => {
  const facts = [...down];
  let minute = 1000;
  const overruled: string[] = [];
  for (const step of route.filter((s) => s.kind !== 'hang').slice(0, 7)) {
    const begun = fact(minute, start(step.key, [A], 'la', overruling('skipped-step')));
    for (const r of judge(contextOf(route, facts, known), facts, begun))
      overruled.push(`${step.key} ${r.rule}`);
    facts.push(begun, fact(minute + 0.25, { kind: 'work.finished', work: begun.id, leftOut: [] }));
    minute += 0.5;
  }
  expect(overruled.filter((r) => r.endsWith('too-early')).length).toBeGreaterThanOrEqual(4);
});

it('one override without a list is read as before', () => {
  const old = bodySchema.parse({
    kind: 'job.handed-over',
    override: { rule: 'not-home', reason: 'the last one is at the glazier' },
  });
  expect(overridesOf(old)).toEqual([{ rule: 'not-home', reason: 'the last one is at the glazier' }]);
  const several = bodySchema.parse({ kind: 'job.handed-over', override: overruling('not-home', 'air') });
  expect(overridesOf(several).map((o) => o.rule)).toEqual(['not-home', 'air']);
  expect(overridesOf({ kind: 'piece.labelled', pieces: [A] })).toEqual([]);
});
