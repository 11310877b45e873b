/** A flaw on a frame, an end or a moulding is mended as one on a door is. */
import { describe, expect, it } from 'vitest';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import type { FixedPartAt } from '$core/kitchen/fixed-parts';
import { DEFECT_KEYS, type DefectKey } from '$core/quality/defects';
import type { SiteStep } from '$core/takeoff/site-route';
import { begunInKitchen, contextOf, fact } from '../../../../../tests/bench-builders';
import { siteOf } from '../../../../../tests/fixed-work';
import { fold } from '../log/fold';
import { judge } from '../log/judge';
import type { Fact, FactBody } from '../log/events';
import { doneInKitchen } from '../state/state';
import { isMendedInKitchen, withKitchenRework } from './kitchen-rework';
import { openFlaws } from './open-flaws';

const site = siteOf(SHELLAC_URETHANE, { walls: 4, island: 2 });
const part = (zone: string, wall: string): FixedPartAt => ({
  id: `fixed:face-frame:2:${wall}`,
  kind: 'face-frame',
  wall,
  zone,
  areaM2: 0.2,
  w: 600,
  h: 720,
});
const parts = [part('walls', 'North'), part('island', 'Island')];
const FRAME = parts[0]?.id ?? '';
const zones = new Map(parts.map((p) => [p.id, p.zone]));
const coats = site.filter((s) => s.kind === 'coat' && s.zone === 'walls');
const flaw = (minute: number, defect: DefectKey, piece = FRAME): Fact =>
  fact(minute, { kind: 'defect.found', piece, face: 'front', defect, severity: 2, x: 0.5, y: 0.5, note: '' });

/** Every step before one is done, two days apart; all of them where none is named. */
function doneBefore(
  steps: readonly SiteStep[],
  key: string | null,
  from = 100,
): { facts: Fact[]; minute: number } {
  const facts: Fact[] = [];
  let minute = from;
  for (const step of steps) {
    if (step.key === key) break;
    const begun = fact(minute, begunInKitchen(step.key));
    facts.push(begun, fact(minute + 20, { kind: 'work.finished', work: begun.id, leftOut: [] }));
    minute += 2 * 1440;
  }
  return { facts, minute };
}
const stepsIn = (facts: readonly Fact[]): SiteStep[] => withKitchenRework(site, fold(facts), parts);
const mends = (facts: readonly Fact[]): SiteStep[] => stepsIn(facts).filter((s) => s.mends);
const rules = (facts: Fact[], minute: number, body: FactBody): string[] =>
  judge(contextOf([], facts, { site: stepsIn(facts), parts: zones }), facts, fact(minute, body)).map(
    (r) => r.rule,
  );
const open = (facts: readonly Fact[]): string[] => [
  ...openFlaws(fold(facts), [], { site: stepsIn(facts), parts: zones }).keys(),
];

const second = coats[2]?.key ?? '';
const primed = doneBefore(site, second);

describe('a run on a face frame', () => {
  const seen = [...primed.facts, flaw(primed.minute - 60, 'run')];
  it('is steps of its own, before the next coat of its colour', () => {
    const own = mends(seen);
    expect(own.length).toBeGreaterThan(0);
    expect(own.every((s) => s.zone === 'walls' && s.areaM2 === 0.2 && s.minutes > 0)).toBe(true);
    expect(own[0]?.act).toContain('face frame 3, North');
    const all = stepsIn(seen).map((s) => s.key);
    expect(all.indexOf(own.at(-1)?.key ?? '')).toBe(all.indexOf(second) - 1);
    expect(rules(seen, primed.minute, begunInKitchen(second))).toContain('skipped-step');
    expect(rules(seen, primed.minute, begunInKitchen(own[0]?.key ?? ''))).toEqual([]);
  });
  it('asks nothing of the other colour', () => {
    const island = stepsIn(seen).filter((s) => s.zone === 'island');
    expect(island.map((s) => s.key)).toEqual(site.filter((s) => s.zone === 'island').map((s) => s.key));
    expect(island.every((s) => s.after.every((r) => !r.step.startsWith('rework')))).toBe(true);
  });
  it('is open until its steps are done, or it is left as it is or taken back', () => {
    expect(open(seen)).toEqual([FRAME]);
    const own = mends(seen);
    const half = doneBefore(own, own.at(-1)?.key ?? null, primed.minute);
    if (own.length > 1) expect(open([...seen, ...half.facts])).toEqual([FRAME]);
    const whole = [...seen, ...doneBefore(own, null, primed.minute).facts];
    expect(open(whole)).toEqual([]);
    expect(mends(whole)).toHaveLength(own.length);
    const id = seen.at(-1)?.id ?? '';
    const left = [
      ...seen,
      fact(primed.minute, { kind: 'defect.accepted', defect: id, reason: 'it is inside' }),
    ];
    expect([open(left), mends(left)]).toEqual([[], []]);
    const back = [...seen, fact(primed.minute, { kind: 'void', fact: id, reason: 'a shadow' })];
    expect([open(back), mends(back)]).toEqual([[], []]);
  });
  it('keeps the hand-over open', () => {
    expect(rules(seen, primed.minute, { kind: 'job.handed-over', note: '' })).toContain('open-flaws');
  });
});

it('what the next coat takes along is open until that coat is on', () => {
  const orange = [...primed.facts, flaw(primed.minute - 60, 'nib')];
  const own = mends(orange);
  expect(own.some((s) => s.kind === 'coat')).toBe(false);
  expect(open(orange)).toEqual([FRAME]);
});

it('a coat that was on before it was seen mends nothing', () => {
  const state = fold(primed.facts);
  const late = { ...flaw(primed.minute + 1, 'nib').body, id: '', at: (primed.minute + 1) * 60_000 };
  expect(isMendedInKitchen({ ...late, worker: '', accepted: null } as never, state, site, 'walls')).toBe(
    false,
  );
});

it('a part that the survey does not have is refused by name', () => {
  const body = flaw(0, 'run', 'fixed:end-panel:7:West').body;
  expect(rules(primed.facts, primed.minute, body)).toEqual(['unknown']);
  expect(rules(primed.facts, primed.minute, flaw(0, 'run').body)).toEqual([]);
});

it.each(DEFECT_KEYS)('%s, after any coat, leaves steps that can all be done', (defect) => {
  let looked = 0;
  for (const coat of [...coats.map((c) => c.key), null]) {
    const before = doneBefore(site, coat);
    const seen = [...before.facts, flaw(before.minute - 60, defect)];
    const steps = stepsIn(seen);
    expect(new Set(steps.map((s) => s.key)).size).toBe(steps.length);
    const facts = [...seen];
    let minute = before.minute;
    for (;;) {
      const state = fold(facts);
      const due = steps.filter((s) => doneInKitchen(state, s.key) === null);
      if (!due.length) break;
      const next = due.find((s) => s.after.every((r) => doneInKitchen(state, r.step) !== null));
      expect(next, `${due.map((s) => s.key).join()} wait for each other`).toBeDefined();
      const begun = fact(minute, begunInKitchen(next?.key ?? ''));
      facts.push(begun, fact(minute + 20, { kind: 'work.finished', work: begun.id, leftOut: [] }));
      minute += 2 * 1440;
      looked++;
    }
    expect(mends(facts)).toHaveLength(mends(seen).length);
    if (coat !== null || mends(seen).length) expect(open(facts)).toEqual([]);
  }
  expect(looked).toBeGreaterThan(coats.length);
});
