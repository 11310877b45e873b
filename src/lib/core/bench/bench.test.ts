import { DAY } from '$core/units/durations';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildRoute } from '../coating/route';
import { SHELLAC_URETHANE } from '../coating/systems/index';
import { SHEET_WAITS } from '../coating/waits';
import { acts } from './view/acts';
import type { Lot } from '../planning/job/lots';
import { careDates, cureShare } from './view/care';
import { bodySchema, type Fact, type FactBody } from './log/events';
import { fold } from './log/fold';
import { pieceState } from './state/state';
import { judge } from './log/judge';
import { lastLaid } from './guard/window';
import { touchUpFrom } from './guard/touch-up';
import type { Context } from './guard/context';
import { pieceMark } from './view/mark';
import { lotProgress } from './view/progress';
import { workMinutes } from '../coating/route';
import { contextOf, did as didOn, fact, MINUTE, takenDown, uuid } from '../../../../tests/bench-builders';
import { always } from '../../../../tests/budget';

const route = buildRoute(
  SHELLAC_URETHANE,
  [
    { back: 1, front: 1 },
    { back: 1, front: 1 },
  ],
  'spray',
);
const [P1, P2, P3] = [uuid(1), uuid(2), uuid(3)];
const codes = new Map([
  [P1, '1'],
  [P2, '2'],
  [P3, '3'],
]);
const lots: Lot[] = [
  { id: 'lotA', name: 'A', pieces: [P1, P2] },
  { id: 'lotB', name: 'B', pieces: [P3] },
];

const did = (step: string, from: number, to: number, pieces = [P1, P2]): Fact[] =>
  didOn(step, from, to, pieces, 'lotA');
const known: Partial<Context> = { cureMinutes: 21 * 1440 };
const ask = (facts: Fact[], at: number, body: FactBody) =>
  judge(contextOf(route, facts, known), facts, fact(at, body))[0] ?? null;
const DOWN = takenDown([P1, P2, P3], 'rack');
const start = (step: string, pieces = [P1, P2], override?: { rule: string; reason: string }): FactBody => ({
  kind: 'work.started',
  step,
  lot: 'lotA',
  pieces,
  override,
});

describe('guards', () => {
  it('a piece cannot be down before it is labelled', () => {
    const down: FactBody = { kind: 'piece.down', pieces: [P1], place: 'rack' };
    expect(ask([], 0, down)).toMatchObject({ rule: 'not-labelled', canOverride: false });
    expect(ask(DOWN.slice(0, 1), 0, down)).toBeNull();
    expect(ask(DOWN, 5, down)).toMatchObject({ rule: 'done-already' });
  });

  it('refuses too early, with the moment from which it is allowed', () => {
    const facts = [...DOWN, ...did('clean', 10, 20)];
    expect(ask(facts, 79, start('sand'))).toMatchObject({
      rule: 'too-early',
      from: 80 * MINUTE,
      message: expect.stringContaining('Wait until minute 80'),
    });
    expect(ask(facts, 80, start('sand'))).toBeNull();
  });

  it('lets a reason overrule that rule and no other', () => {
    const facts = [...DOWN, ...did('clean', 10, 20)];
    expect(
      ask(facts, 30, start('sand', [P1, P2], { rule: 'too-early', reason: 'hot and dry today' })),
    ).toBeNull();
    expect(
      ask(facts, 30, start('sand', [P1, P2], { rule: 'air', reason: 'hot and dry today' })),
    ).toMatchObject({ rule: 'too-early' });
  });

  it('stops the first coat while a test says so, until a better one or a reason', () => {
    const keys = route.map((s) => s.key);
    const first = route.findIndex((s) => s.kind === 'coat');
    const prepared = [...DOWN, ...keys.slice(0, first).flatMap((k, i) => did(k, 10 + i * 500, 20 + i * 500))];
    const prime = keys[first] ?? '';
    const wipe = (at: number, result: 'yellow' | 'clean', piece: string | null) =>
      fact(at, { kind: 'test.recorded', test: { method: 'wipe', result }, place: 'stove', piece, note: '' });
    prepared.push(fact(8990, { kind: 'piece.wiped', pieces: [P1, P2] }));
    const ofKitchen = [...prepared, wipe(5, 'yellow', null)];
    expect(ask(prepared, 9000, start(prime))).toBeNull();
    expect(ask(ofKitchen, 9000, start(prime))).toMatchObject({ rule: 'finding', canOverride: true });
    expect(
      ask(ofKitchen, 9000, start(prime, [P1, P2], { rule: 'finding', reason: 'wiped it since' })),
    ).toBeNull();
    expect(ask([...ofKitchen, wipe(6, 'clean', null)], 9000, start(prime))).toBeNull();
    // A test on one piece speaks for that piece alone.
    const ofOne = [...prepared, wipe(5, 'yellow', P2)];
    expect(ask(ofOne, 9000, start(prime, [P1]))).toBeNull();
    expect(ask(ofOne, 9000, start(prime))).toMatchObject({ rule: 'finding' });
    // What is coated already is past it.
    const coated = [...ofKitchen, ...did(prime, 9000, 9010)];
    coated.push(fact(19_990, { kind: 'piece.wiped', pieces: [P1, P2] }));
    expect(ask(coated, 20_000, start(keys[first + 1] ?? ''))).toBeNull();
  });

  it('leaves a missing piece out', () => {
    const gone = [...DOWN, fact(2, { kind: 'piece.missing', pieces: [P2], note: '' })];
    expect(ask(gone, 10, start('clean'))).toMatchObject({ rule: 'missing' });
    expect(ask(gone, 10, start('clean', [P1]))).toBeNull();
  });

  it('stops a skipped step, a step done twice, and two at one piece', () => {
    expect(ask(DOWN, 10, start('sand'))).toMatchObject({
      rule: 'skipped-step',
      message: expect.stringContaining('“Clean” comes first'),
    });
    const facts = [...DOWN, ...did('clean', 10, 20)];
    expect(ask(facts, 90, start('clean'))).toMatchObject({ rule: 'done-already' });
    expect(ask([...facts, fact(90, start('sand', [P1]))], 91, start('sand'))).toMatchObject({
      rule: 'at-work',
    });
    expect(ask([], 10, start('clean'))).toMatchObject({ rule: 'not-down' });
    expect(ask(DOWN, 10, start('varnish'))).toMatchObject({ rule: 'no-such-step' });
    expect(ask(DOWN, 10, start('clean', [uuid(77)]))).toMatchObject({ rule: 'unknown' });
  });

  it('stops a coat in air that wets the surface, and forgets an old reading', () => {
    const facts = [
      ...DOWN,
      ...did('clean', 10, 20),
      ...did('sand', 80, 90),
      fact(95, { kind: 'air.read', place: 'tent', celsius: 14, humidity: 0.9 }),
    ];
    expect(ask(facts, 100, start('back.shellac-primer.1'))).toMatchObject({ rule: 'air', canOverride: true });
    expect(ask(facts, 95 + 241, start('back.shellac-primer.1'))).toBeNull();
  });

  it('stops past the recoat window', () => {
    const tight = route.map((s) => ({
      ...s,
      after: s.after.map((r) => (r.stage === 'recoat' ? { ...r, max: 100 } : r)),
    }));
    const facts = [
      ...DOWN,
      ...did('clean', 10, 20),
      ...did('sand', 80, 90),
      ...did('back.shellac-primer.1', 91, 100),
      ...did('back.sand.urethane-enamel.1', 120, 130),
    ];
    const late = (at: number) =>
      judge(contextOf(tight, facts, known), facts, fact(at, start('back.urethane-enamel.1')))[0] ?? null;
    expect(late(200)).toBeNull();
    expect(late(201)).toMatchObject({
      rule: 'too-late',
      message: expect.stringContaining('closed minute 200'),
    });
  });

  it('finishes once, not before it began, and not with everything left out', () => {
    const begun = fact(10, start('clean'));
    const finish = (at: number, leftOut: string[] = []): FactBody => ({
      kind: 'work.finished',
      work: begun.id,
      leftOut,
    });
    expect(ask([...DOWN, begun], 9, finish(9))).toMatchObject({ rule: 'order' });
    expect(ask([...DOWN, begun], 20, finish(20, [P1, P2]))).toMatchObject({ rule: 'order' });
    expect(ask([...DOWN, begun], 20, finish(20, [P1]))).toBeNull();
    expect(ask([...DOWN, begun, fact(20, finish(20))], 21, finish(21))).toMatchObject({
      rule: 'done-already',
    });
  });
});

/** The whole way of lot A, waits kept. */
function whole(): Fact[] {
  const out = [...DOWN];
  let t = 10;
  for (const step of route) {
    if (step.kind === 'hang') break;
    const done = new Map(
      out.flatMap((f) =>
        f.body.kind === 'work.started'
          ? [
              [
                f.body.step,
                out.find((g) => g.body.kind === 'work.finished' && g.body.work === f.id)?.at ?? 0,
              ] as const,
            ]
          : [],
      ),
    );
    t = Math.max(t, ...step.after.map((r) => (done.get(r.step) ?? 0) / MINUTE + r.min));
    out.push(...did(step.key, t, t + 20));
    t += 20;
  }
  return out;
}
const lastEnd = (facts: Fact[]) => Math.max(...facts.map((f) => f.at)) / MINUTE;

describe('hanging', () => {
  it('takes the right piece in the right opening, after the wait', () => {
    const facts = whole();
    const ready = lastEnd(facts) + 2880;
    const hang = (piece: string, opening: string): FactBody => ({ kind: 'piece.hung', piece, opening });
    expect(ask(facts, ready, hang(P1, P2))).toMatchObject({ rule: 'wrong-opening', canOverride: false });
    expect(ask(facts, ready - 1, hang(P1, P1))).toMatchObject({ rule: 'too-early', from: ready * MINUTE });
    expect(ask(facts, ready, hang(P1, P1))).toBeNull();
    expect(ask(facts, ready, hang(P3, P3))).toMatchObject({ rule: 'skipped-step' });
    const hung = [...facts, fact(ready, hang(P1, P1))];
    expect(ask(hung, ready + 1, hang(P1, P1))).toMatchObject({ rule: 'done-already' });
    expect(pieceMark(fold(hung), route, P1, ready * MINUTE, SHEET_WAITS).state).toBe('home');
    expect(ask(hung, ready, { kind: 'job.handed-over', note: '' })).toMatchObject({
      rule: 'not-home',
      message: expect.stringContaining('2 not home yet: 2 3'),
    });
  });

  it('counts care from each film’s own age', () => {
    const facts = whole();
    const state = fold(facts);
    const laid = lastLaid(state, route, P1) ?? 0;
    expect(laid).toBe(lastEnd(facts) * MINUTE);
    // T09, common practice: handles after two weeks, hard after three.
    expect(careDates(state, route, [P1, P2], SHEET_WAITS).map((d) => [d.stage, (d.at - laid) / DAY])).toEqual(
      [
        ['handles', 14],
        ['wet-clean', 14],
        ['cured', 21],
      ],
    );
    expect(cureShare(state, route, [P1], laid + 7 * DAY, SHEET_WAITS)).toBeCloseTo(1 / 3, 9);
    expect(cureShare(state, route, [P3], laid, SHEET_WAITS)).toBe(0);
    // While a coat is still to come nobody can promise a date.
    expect(careDates(state, route, [P1, P3], SHEET_WAITS)).toEqual([]);
  });
});

describe('checks and touch-ups', () => {
  const check = (flaked: number[]): FactBody =>
    bodySchema.parse({
      kind: 'check.recorded',
      piece: P1,
      face: 'back',
      test: { method: 'cross-cut', lattice: 25, flaked },
    });

  it('opens a touch-up for a failed cross-cut, closes it when it is safe', () => {
    const facts = [...whole(), fact(40_000, check([0, 1, 2, 3]))];
    const state = fold(facts);
    const [touchUp] = [...state.touchUps.values()];
    expect(state.checks[0]).toMatchObject({
      sound: false,
      failure: 'peeling',
      result: '2B, ISO 3, 16 % off',
    });
    expect(pieceMark(state, route, P1, 0, SHEET_WAITS).state).toBe('defect');
    expect(touchUpFrom(contextOf(route, facts, known), touchUp?.id ?? '')).toBe(40_000 * MINUTE);
    const close: FactBody = { kind: 'touch-up.closed', touchUp: touchUp?.id ?? '', minutes: 50, note: '' };
    expect(ask(facts, 40_001, close)).toBeNull();
    const closed = [...facts, fact(40_001, close)];
    expect(fold(closed).touchUps.get(touchUp?.id ?? '')?.closed).toMatchObject({ minutes: 50 });
    expect(ask(closed, 40_002, close)).toMatchObject({ rule: 'done-already' });
  });

  it('holds a remedy back while the film is young', () => {
    const facts = whole();
    const at = lastEnd(facts) + 10;
    const seen = [
      ...facts,
      fact(at, {
        kind: 'check.recorded',
        piece: P1,
        face: 'front',
        test: { method: 'visual', failure: 'run' },
        note: '',
      }),
    ];
    const id = [...fold(seen).touchUps.keys()][0] ?? '';
    expect(ask(seen, at + 1, { kind: 'touch-up.closed', touchUp: id, minutes: 5, note: '' })).toMatchObject({
      rule: 'too-early',
      from: (lastEnd(facts) + 14 * 1440) * MINUTE,
    });
  });

  it('opens nothing for a sound piece', () => {
    expect(fold([fact(5, check([7]))]).touchUps.size).toBe(0);
    expect(() => check([3, 3])).toThrow(/once/);
    expect(() => check([25])).toThrow(/lie in the lattice/);
  });
});

describe('taking back', () => {
  it('undoes a step, and refuses while later work rests on it', () => {
    const clean = did('clean', 10, 20);
    const sand = did('sand', 80, 90);
    const facts = [...DOWN, ...clean, ...sand];
    const back = (f: Fact | undefined): FactBody => ({
      kind: 'void',
      fact: f?.id ?? '',
      reason: 'tapped the wrong lot',
    });
    expect(ask(facts, 95, back(clean[0]))).toMatchObject({
      rule: 'later-work',
      message: expect.stringContaining('“Sand”'),
    });
    expect(ask(facts, 95, back(sand[0]))).toBeNull();
    const undone = [...facts, fact(95, back(sand[0]))];
    expect(pieceState(fold(undone), P1).done.has('sand')).toBe(false);
    expect(ask(undone, 96, start('sand'))).toBeNull();
    expect(ask(undone, 96, back(sand[0]))).toMatchObject({ rule: 'done-already' });
    expect(ask(facts, 96, { kind: 'void', fact: uuid(9), reason: 'no such' })).toMatchObject({
      rule: 'unknown',
    });
  });
});

describe('the fold', () => {
  const story = [
    ...whole(),
    fact(9000, { kind: 'piece.hung', piece: P1, opening: P1 }),
    fact(9100, {
      kind: 'check.recorded',
      piece: P1,
      face: 'front',
      test: { method: 'visual', failure: 'nick' },
      note: '',
    }),
    fact(9200, { kind: 'void', fact: DOWN[1]?.id ?? '', reason: 'still up' }),
  ];

  it('gives the same state for any order and repetition of arrival', () => {
    const wanted = fold(story);
    always(
      fc.property(
        fc.shuffledSubarray(story, { minLength: story.length }),
        fc.subarray(story),
        (order, again) => {
          expect(fold([...order, ...again])).toEqual(wanted);
        },
      ),
      60,
    );
  });

  it('takes what a fact rests on first when both happened in one moment', () => {
    const begun = fact(10, start('clean'), { id: uuid(999) });
    const ended = fact(10, { kind: 'work.finished', work: begun.id, leftOut: [] }, { id: uuid(998) });
    expect(pieceState(fold([...DOWN, ended, begun]), P1).done.has('clean')).toBe(true);
    const check = fact(
      20,
      {
        kind: 'check.recorded',
        piece: P1,
        face: 'front',
        test: { method: 'visual', failure: 'nick' },
        note: '',
      },
      { id: uuid(997) },
    );
    const close = fact(
      20,
      { kind: 'touch-up.closed', touchUp: check.id, minutes: 5, note: '' },
      { id: uuid(996) },
    );
    expect(fold([close, check]).touchUps.get(check.id)?.closed).not.toBeNull();
  });

  it('makes a valid state of any part of the log', () => {
    always(
      fc.property(fc.subarray(story), (part) => {
        const state = fold(part);
        for (const piece of codes.keys()) pieceMark(state, route, piece, 0, SHEET_WAITS);
        expect(
          lotProgress(state, route, lots, SHEET_WAITS).every((l) => l.steps.every((s) => s.pending >= 0)),
        ).toBe(true);
        acts(state, route, lots, 0, new Map(), SHEET_WAITS);
      }),
      100,
    );
  });
});

describe('work that pauses', () => {
  const begun = fact(10, start('clean'));
  const paused = fact(18, { kind: 'work.paused', work: begun.id });
  const clean = (...facts: Fact[]) =>
    lotProgress(fold([...DOWN, begun, ...facts]), route, lots, SHEET_WAITS)[0]?.steps.find(
      (s) => s.key === 'clean',
    );
  it('is still to be done, as far as it is left', () => {
    expect(clean()).toMatchObject({ pending: 0, running: [{ pieces: 2, start: 10 * MINUTE }] });
    const step = route.find((s) => s.key === 'clean');
    const whole = step ? workMinutes(step, 2) : NaN;
    expect(clean(paused)).toMatchObject({ pending: 2, running: [] });
    expect(clean(paused)?.worth).toBeCloseTo(2 * (1 - 8 / whole), 9);
    // However long nobody touches it, no more of it is done.
    const slow = fact(600, { kind: 'work.paused', work: begun.id });
    expect(clean(slow)?.worth).toBeCloseTo(0.2, 9);
  });
  it('goes on where it was left', () => {
    const resumed = fact(60, { kind: 'work.resumed', work: begun.id });
    expect(clean(paused, resumed)).toMatchObject({
      pending: 0,
      running: [{ pieces: 2, start: 52 * MINUTE }],
    });
  });
});

describe('the bench', () => {
  it('groups a lot by the step its pieces stand before', () => {
    const begun = fact(10, start('clean'));
    const facts = [...DOWN, begun, fact(20, { kind: 'work.finished', work: begun.id, leftOut: [P2] })];
    const list = acts(fold(facts), route, lots, 30 * MINUTE, new Map([['lotB:clean', 5]]), SHEET_WAITS);
    expect(
      list.map((a) => [
        a.status,
        a.lot,
        a.step.key,
        a.pieces.length,
        a.status === 'waiting' ? a.from / MINUTE : null,
      ]),
    ).toEqual([
      ['ready', 'lotB', 'clean', 1, null],
      ['ready', 'lotA', 'clean', 1, null],
      ['waiting', 'lotA', 'sand', 1, 80],
    ]);
    expect(acts(fold([...DOWN, begun]), route, lots, 0, new Map(), SHEET_WAITS)[0]).toMatchObject({
      status: 'running',
      lot: 'lotA',
    });
    expect(acts(fold([]), route, lots, 0, new Map(), SHEET_WAITS).every((a) => a.status === 'up')).toBe(true);
  });

  it('tells the planner what is pending, running and drying', () => {
    const begun = fact(90, start('sand', [P1]));
    const facts = [...DOWN, ...did('clean', 10, 20), begun];
    const [a, b] = lotProgress(fold(facts), route, lots, SHEET_WAITS);
    expect(a?.steps.find((s) => s.key === 'sand')).toMatchObject({
      pending: 1,
      from: 80 * MINUTE,
      running: [{ worker: 'ines', pieces: 1 }],
    });
    expect(a).toMatchObject({ pieces: 2, racked: false });
    expect(b?.steps[0]).toMatchObject({ key: 'clean', pending: 1 });
  });
});
