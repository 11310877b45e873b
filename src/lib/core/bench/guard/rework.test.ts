/** Flaws become steps of their piece; paces are learnt from recorded hands; devices that worked apart. */
import { openFlaws } from './open-flaws';
import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { buildRoute, gets } from '../../coating/route';
import { ALL_IN_ONE, GLAZE_CLEAR, OIL_ALKYD_HYBRID, SHELLAC_URETHANE } from '../../coating/systems/index';
import { usualCounts } from '../../coating/system';
import { SHEET_WAITS } from '../../coating/waits';
import { DEFECT_KEYS, DEFECTS } from '../../quality/defects';
import { careDates } from '../view/care';
import type { Fact } from '../log/events';
import { fold } from '../log/fold';
import { nextStep, windowOf } from './window';
import { pieceMark } from '../view/mark';
import { stageTouched } from '../../coating/looks';
import { atPace, handMinutes, learntPace, paceKey, paceOf } from '../view/pace';
import { lotProgress } from '../view/progress';
import { withRework } from './rework';
import { did, fact, MINUTE, takenDown, uuid } from '../../../../../tests/bench-builders';
import { always } from '../../../../../tests/budget';

const [A, B] = [uuid(1), uuid(2)];
const base = buildRoute(SHELLAC_URETHANE, usualCounts(SHELLAC_URETHANE), 'spray');
const DOWN = takenDown([A, B]);
function after(key: string): { facts: Fact[]; minute: number } {
  const facts = [...DOWN];
  let minute = 1000;
  for (const step of base) {
    facts.push(...did(step.key, minute, minute + 30, [A, B]));
    minute += 3000;
    if (step.key === key) break;
  }
  return { facts, minute };
}
const flaw = (minute: number, defect: (typeof DEFECT_KEYS)[number], face: 'front' | 'back' = 'front') =>
  fact(minute, { kind: 'defect.found', piece: A, face, defect, severity: 2, x: 0.5, y: 0.2, note: '' });
const routeFor = (facts: Fact[]) => withRework(base, fold(facts), [A, B]);

describe('a run in the last coat', () => {
  const { facts, minute } = after('front.urethane-enamel.2');
  const found = flaw(minute, 'run');
  const all = [...facts, found];
  const route = routeFor(all);
  const state = fold(all);
  it('is sanded when it is hard and coated again, on that piece alone, before it hangs (T22)', () => {
    const added = route.filter((s) => s.key.startsWith('rework.'));
    expect(added.map((s) => s.act)).toEqual([
      'Sand out, front: run, sag or drip',
      'Coat again, front: run, sag or drip',
    ]);
    // Coated as its coat was, with its time; sanded by hand with the time of the remedy.
    const coat = base.find((s) => s.key === 'front.urethane-enamel.2');
    expect(added.map((s) => s.tool)).toEqual([null, 'spray']);
    // The first step waits for the film of the coat, the next for the first.
    expect(added.map((s) => s.after.some((r) => r.step === coat?.key && r.film !== null))).toEqual([
      true,
      false,
    ]);
    expect(added.map((s) => s.minutesPerPiece)).toEqual([DEFECTS.run.minutes, coat?.minutesPerPiece]);
    expect(added.map((s) => s.setupMinutes)).toEqual([3, coat?.setupMinutes]);
    expect(added.every((s) => gets(s, A) && !gets(s, B))).toBe(true);
    expect(nextStep(state, route, A)?.key).toBe(added[0]?.key);
    expect(nextStep(state, route, B)?.kind).toBe('hang');
    const laid = state.pieces.get(A)?.done.get('front.urethane-enamel.2')?.end ?? 0;
    if (!added[0]) throw new Error();
    expect(windowOf(state, added[0], A, SHEET_WAITS).from).toBe(laid + 2 * 1440 * MINUTE);
    expect(pieceMark(state, route, A, minute * MINUTE, SHEET_WAITS).state).toBe('defect');
    expect(openFlaws(state, route).get(A)).toHaveLength(1);
  });
  it('once mended, hanging waits for the new film', () => {
    const [sand, coat] = route.filter((s) => s.key.startsWith('rework.'));
    if (!sand || !coat) throw new Error();
    const later = minute + 5000;
    const mended = [
      ...all,
      ...did(sand.key, later, later + 10, [A]),
      ...did(coat.key, later + 10, later + 20, [A]),
    ];
    const then = routeFor(mended);
    const now = fold(mended);
    expect(openFlaws(now, then).size).toBe(0);
    const hang = nextStep(now, then, A);
    expect(hang?.kind).toBe('hang');
    if (!hang) throw new Error();
    const stands = SHEET_WAITS.readyAt(coat.product ?? (undefined as never), 'hang', (later + 20) * MINUTE);
    expect(windowOf(now, hang, A, SHEET_WAITS).from).toBe(stands);
    expect(windowOf(now, hang, B, SHEET_WAITS).from).toBeLessThan(stands);
  });
  it('left as it is, with a reason, asks for nothing', () => {
    const left = [
      ...all,
      fact(minute + 1, { kind: 'defect.accepted', defect: found.id, reason: 'inside of a cupboard' }),
    ];
    expect(routeFor(left)).toHaveLength(base.length);
    expect(openFlaws(fold(left), routeFor(left)).size).toBe(0);
  });
  it('taken back, never was', () => {
    const back = [...all, fact(minute + 1, { kind: 'void', fact: found.id, reason: 'other piece' })];
    expect(routeFor(back)).toHaveLength(base.length);
  });
});

describe('what was done for a flaw stays done', () => {
  const { facts, minute } = after('front.urethane-enamel.2');
  const found = flaw(minute, 'run');
  const [sand, coat] = routeFor([...facts, found]).filter((s) => s.mends);
  if (!sand || !coat) throw new Error('A run is sanded and coated');
  const later = minute + 5000;
  const half = [...facts, found, ...did(sand.key, later, later + 10, [A])];
  const whole = [...half, ...did(coat.key, later + 10, later + 20, [A])];
  const hung = fact(later + 9000, { kind: 'piece.hung', piece: A, opening: A });
  const left = fact(later + 8000, { kind: 'defect.accepted', defect: found.id, reason: 'looks well now' });
  const back = fact(later + 8000, { kind: 'void', fact: found.id, reason: 'was a shadow' });
  const mending = (all: Fact[]) => routeFor(all).flatMap((s) => (s.mends ? [s.key] : []));

  it.each([
    ['hung', hung],
    ['left as it is', left],
    ['taken back', back],
  ])('once it is %s: history, film, care dates and the flaw itself', (_, then) => {
    const all = [...whole, then];
    const state = fold(all);
    expect(mending(all)).toEqual([sand.key, coat.key]);
    expect(openFlaws(state, routeFor(all)).size).toBe(0);
    const atHome = [...all, ...(then === hung ? [] : [hung])];
    const wet = careDates(fold(atHome), routeFor(atHome), [A], SHEET_WAITS).find((d) => d.stage === 'cured');
    expect(wet?.laid).toBe((later + 20) * MINUTE);
  });

  it('half mended and hung, it is open, and nothing is asked of the piece at the bench', () => {
    const all = [...half, hung];
    const state = fold(all);
    expect(mending(all)).toEqual([sand.key]);
    expect(openFlaws(state, routeFor(all)).get(A)).toHaveLength(1);
    expect(nextStep(state, routeFor(all), A)).toBeNull();
  });
});

it('a holiday before the last coat is taken along by it', () => {
  const { facts, minute } = after('front.urethane-enamel.1');
  const all = [...facts, flaw(minute, 'holiday')];
  expect(routeFor(all).filter((s) => s.key.startsWith('rework.'))).toEqual([]);
  expect(openFlaws(fold(all), routeFor(all)).get(A)).toHaveLength(1);
  const more = [
    ...all,
    ...did('front.sand.urethane-enamel.2', minute + 1, minute + 5, [A, B]),
    ...did('front.urethane-enamel.2', minute + 400, minute + 430, [A, B]),
  ];
  expect(openFlaws(fold(more), routeFor(more)).size).toBe(0);
});

it('bleeding is primed, and the primer waited for, though another coat comes', () => {
  const { facts, minute } = after('front.urethane-enamel.1');
  const route = routeFor([...facts, flaw(minute, 'bleed')]);
  expect(route.filter((s) => s.key.startsWith('rework.')).map((s) => s.product?.kind ?? s.kind)).toEqual([
    'sand',
    'primer',
    'finish',
  ]);
});

it('every defect at every step gives a route that a piece can go to its end', () => {
  always(
    fc.property(
      fc.constantFrom(...DEFECT_KEYS),
      fc.integer({ min: 0, max: base.length - 2 }),
      fc.constantFrom('front' as const, 'back' as const),
      (defect, at, face) => {
        const step = base[at];
        if (!step) return;
        const { facts, minute } = after(step.key);
        const all = [...facts, flaw(minute, defect, face)];
        let clock = minute + 20_000;
        for (let i = 0; i < 40; i++) {
          const route = routeFor(all);
          const next = nextStep(fold(all), route, A);
          if (!next || next.kind === 'hang') break;
          // What comes next stands after everything that it waits for.
          const keys = route.map((s) => s.key);
          for (const need of next.after)
            if (keys.includes(need.step))
              expect(keys.indexOf(need.step)).toBeLessThan(keys.indexOf(next.key));
          all.push(...did(next.key, clock, clock + 5, [A]));
          clock += 20_000;
        }
        const route = routeFor(all);
        expect(nextStep(fold(all), route, A)?.kind).toBe('hang');
        expect(openFlaws(fold(all), route).size).toBe(
          DEFECTS[defect].steps.length && stillThere(at, face, defect) ? 1 : 0,
        );
      },
    ),
    60,
  );
});
/** Seen when no coat of that face comes any more and none lies there: nothing but leaving it, or the hand, mends it. */
const stillThere = (at: number, face: string, defect: (typeof DEFECT_KEYS)[number]): boolean => {
  const laid = base.slice(0, at + 1).some((s) => s.kind === 'coat' && s.face === face);
  const comes = base.slice(at + 1).some((s) => s.kind === 'coat' && s.face === face);
  const needsCoatOnly = DEFECTS[defect].steps.every((s) => s === 'coat');
  return needsCoatOnly && !laid && !comes;
};

it('what is wrapped with all its coats takes no slot of the rack', () => {
  const lots = [{ id: 'l', name: 'A', pieces: [A, B] }];
  const slots = (facts: Fact[]) => lotProgress(fold(facts), base, lots, SHEET_WAITS)[0]?.slots;
  const { facts, minute } = after('front.urethane-enamel.2');
  const wrapped = fact(minute, { kind: 'piece.placed', pieces: [A], place: 'stack' });
  expect(slots(facts)).toBe(2);
  expect(slots([...facts, wrapped])).toBe(1);
  // With a coat to come it goes back on the rack.
  const early = after('front.urethane-enamel.1');
  expect(slots([...early.facts, { ...wrapped, at: early.minute * MINUTE }])).toBe(2);
});

describe('paces', () => {
  const step = base.find((s) => s.kind === 'sand');
  if (!step) throw new Error();
  const works = (minutes: number, pause = 0) => {
    const begun = fact(100, { kind: 'work.started', step: step.key, lot: 'A', pieces: [A, B] });
    const list: Fact[] = [begun];
    if (pause)
      list.push(
        fact(101, { kind: 'work.paused', work: begun.id }),
        fact(101 + pause, { kind: 'work.resumed', work: begun.id }),
      );
    list.push(fact(100 + minutes + pause, { kind: 'work.finished', work: begun.id, leftOut: [] }));
    const work = fold([...DOWN, ...list]).works.get(begun.id);
    if (!work) throw new Error();
    return work;
  };
  it('leave lunch out', () => {
    expect(handMinutes(works(14, 60))).toBe(14);
    expect(paceOf(works(14), step)).toBeCloseTo(14 / 7, 9);
    // Tapped a day late: nothing is learnt.
    expect(paceOf(works(1400), step)).toBeNull();
  });
  it('are the median, shrunk by n / (n + 5) (methods, section 7)', () => {
    expect(learntPace([])).toBe(1);
    expect(learntPace([2])).toBeCloseTo((2 + 5) / 6, 12);
    expect(learntPace([1, 3, 2])).toBeCloseTo((3 * 2 + 5) / 8, 12);
    expect(learntPace([1, 2])).toBeCloseTo((2 * 1.5 + 5) / 7, 12);
  });
  it('change the minutes of their kind of step alone', () => {
    const slow = atPace(base, { [paceKey(step)]: 2 });
    for (const [i, s] of base.entries())
      expect(slow[i]?.minutesPerPiece).toBe(s.minutesPerPiece * (paceKey(s) === paceKey(step) ? 2 : 1));
  });
});

it('a touch tells of a stage the product has a figure for, and never more than it knows', () => {
  const enamel = SHELLAC_URETHANE.products.find((p) => p.kind === 'finish');
  if (!enamel) throw new Error();
  expect(stageTouched(enamel, 'tacky', 'flip')?.reached).toBe(false);
  const bare = { ...enamel, stages: { flip: enamel.stages.flip } };
  expect(stageTouched(bare, 'tacky', 'flip')).toEqual({ stage: 'flip', reached: false });
  expect(stageTouched(bare, 'dry', 'flip')).toBeNull();
  expect(stageTouched({ ...enamel, stages: { recoat: enamel.stages.recoat } }, 'hard', 'flip')).toEqual({
    stage: 'recoat',
    reached: true,
  });
});

describe('a remedy uses what stops the fault', () => {
  const acts = (system: typeof SHELLAC_URETHANE, key: string, defect: (typeof DEFECT_KEYS)[number]) => {
    const own = buildRoute(system, usualCounts(system), 'spray');
    const facts = [...DOWN];
    let minute = 1000;
    for (const step of own) {
      facts.push(...did(step.key, minute, minute + 30, [A, B]));
      minute += 3000;
      if (step.key === key) break;
    }
    const state = fold([...facts, flaw(minute, defect)]);
    return withRework(own, state, [A, B]).filter((s) => s.mends);
  };
  const LAST = 'front.urethane-enamel.2';
  it('a stain is blocked: by the system’s own shellac or oil, else by one that is named and bought', () => {
    expect(acts(SHELLAC_URETHANE, LAST, 'bleed').map((s) => s.product?.key ?? s.kind)).toEqual([
      'sand',
      'shellac-primer',
      'urethane-enamel',
    ]);
    // Acrylic comes first in this route, and blocks nothing: the stain gets the shellac.
    expect(acts(GLAZE_CLEAR, 'front.glazed-enamel.2', 'bleed')[1]?.product?.key).toBe('shellac-primer');
    const named = acts(ALL_IN_ONE, 'front.self-priming.2', 'bleed')[1];
    expect(named?.act).toMatch(/^Block the stain with Shellac primer/);
    expect([named?.tool, named?.minutesPerPiece]).toEqual(['brush-roller', DEFECTS.bleed.minutes]);
    expect(named?.how).toMatch(/not in this system: it is on the shopping list/);
    expect(acts(SHELLAC_URETHANE, LAST, 'bleed')[1]?.how).not.toMatch(/shopping list/);
  });
  it('what lifted gets a barrier without solvent, not the primer that lifted it', () => {
    for (const [system, key] of [
      [OIL_ALKYD_HYBRID, 'front.waterborne-alkyd.2'],
      [SHELLAC_URETHANE, LAST],
    ] as const)
      expect(acts(system, key, 'lifting').find((s) => s.product)?.product?.base).toBe('water');
  });
  it('a bare edge is spot-primed, or gets the first finish where there is no primer', () => {
    expect(acts(SHELLAC_URETHANE, 'front.shellac-primer.1', 'burn-through')[0]?.product?.key).toBe(
      'shellac-primer',
    );
    expect(acts(ALL_IN_ONE, 'front.self-priming.1', 'burn-through')[0]?.product?.key).toBe('self-priming');
  });
  it('a fisheye is cleaned, misted, then coated full', () => {
    const steps = acts(SHELLAC_URETHANE, LAST, 'fisheye');
    expect(steps.map((s) => s.act.split(',')[0])).toEqual([
      'Clean and wipe again',
      'Sand out',
      'Mist coat',
      'Coat again',
    ]);
    const [mist, full] = steps.filter((s) => s.kind === 'coat');
    expect([mist?.wet, full?.wet]).toEqual([0.3, 1]);
    expect(full?.after.some((r) => r.step === mist?.key && r.stage === 'recoat')).toBe(true);
  });
  it('grain is filled again, a gap caulked, a door that is out of line adjusted; each with its wait', () => {
    const grain = acts(SHELLAC_URETHANE, LAST, 'grain');
    expect(grain.map((s) => s.prep ?? s.kind)).toEqual(['fill', 'sand', 'coat', 'coat']);
    expect(grain[1]?.after).toContainEqual(expect.objectContaining({ step: grain[0]?.key, min: 120 }));
    const gap = acts(SHELLAC_URETHANE, LAST, 'gap');
    expect(gap[1]?.after).toContainEqual(expect.objectContaining({ step: gap[0]?.key, min: 20 }));
    expect(acts(SHELLAC_URETHANE, LAST, 'out-of-line').map((s) => s.act)).toEqual([
      'Adjust the hinges, front: door out of line',
    ]);
  });
});
