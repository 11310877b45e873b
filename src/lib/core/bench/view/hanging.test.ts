/** Going home: the order of openings, what is fitted when, what is still open, the walk, and the paint that is kept. */
import { describe, expect, it } from 'vitest';
import { buildRoute } from '$core/coating/route';
import { applySchools, schoolsSchema } from '$core/coating/schools';
import { usualCounts } from '$core/coating/system';
import { FAST_CABINET } from '$core/coating/systems/index';
import { USUAL_CONDITION } from '$core/kitchen/condition';
import { contextOf, did, fact, MINUTE, takenDown, uuid } from '../../../../../tests/bench-builders';
import { judge } from '../log/judge';
import type { Context } from '../guard/context';
import { fittingsFor, hangAccount, hangingOrder, hingeHeights, partnerOf, stackOf } from './hanging';
import { printFreeFrom } from '../guard/print-free';
import { adjustment, hangPage } from '../pages/hang';
import { careOf } from './care-rules';
import { homeWaits } from './home-waits';
import { bodySchema, type Fact, type FactBody } from '../log/events';
import { fold } from '../log/fold';
import { openBench, type BenchPack, type BenchPiece } from './bench-job';

const route = buildRoute(FAST_CABINET, usualCounts(FAST_CABINET), 'spray');
const piece = (n: number, more: Partial<BenchPiece> = {}): BenchPiece => ({
  id: uuid(n),
  code: String(n),
  wall: 'North',
  form: 'door',
  hinge: 'left',
  w: 400,
  h: 700,
  zoneId: 'z',
  cabinet: 0,
  band: 'base',
  row: 0,
  column: 0,
  position: n,
  condition: USUAL_CONDITION,
  noted: '',
  ...more,
});
const A = piece(1, { cabinet: 1 });
const B = piece(2, { cabinet: 1, hinge: 'right', column: 1 });
const C = piece(3, { band: 'upper', cabinet: 0, hinge: null, form: 'drawer' });
const pack = (facts: Fact[], pieces = [A, B, C]): BenchPack => ({
  job: { id: uuid(0), name: 'Test', zone: 'Etc/UTC', unit: 'mm', houseYear: null },
  measures: 'metric',
  people: [],
  zones: [{ id: 'z', name: 'Kitchen', letter: 'A', colour: 'Oatcloth', hex: '#fff' }],
  otherColours: [],
  pieces,
  lots: [{ id: 'A', name: 'A', pieces: pieces.map((p) => p.id) }],
  system: null,
  route,
  site: [],
  air: null,
  siteAir: null,
  cureMinutes: null,
  rack: { slots: 9, length: 1500, depth: 750 },
  way: 'lying',
  place: 'tent',
  airRead: [],
  photos: [],
  planned: [],
  facts,
  now: 0,
});
const ids = [A.id, B.id, C.id];
/** Everything done, and hung at a minute. */
function home(minute = 20_000): Fact[] {
  let at = 100;
  const facts = takenDown(ids);
  for (const step of route.filter((s) => s.kind !== 'hang')) {
    facts.push(...did(step.key, at, at + 10, ids));
    at += 400;
  }
  return [...facts, ...ids.map((p) => fact(minute, { kind: 'piece.hung', piece: p, opening: p }))];
}
const last = (facts: Fact[]): number =>
  Math.max(...[...fold(facts).works.values()].map((w) => w.end ?? 0)) / MINUTE;
const rules = (facts: Fact[], minute: number, body: FactBody, more: Partial<Context> = {}): string[] =>
  judge(contextOf(route, facts, more), facts, fact(minute, body)).map((r) => r.rule);

describe('the order of the openings', () => {
  it('goes wall by wall, uppers before lowers, shelves before the door that covers them', () => {
    const shelf = piece(9, { form: 'shelf', row: 5 });
    const door = piece(8);
    const south = piece(7, { wall: 'South', band: 'upper' });
    const upper = piece(6, { band: 'upper', cabinet: 4 });
    const tall = piece(5, { band: 'tall', cabinet: 2 });
    const order = hangingOrder([door, shelf, upper, tall, south]).map((p) => p.code);
    expect(order).toEqual(['6', '5', '9', '8', '7']);
  });
  it('keeps every piece once', () => {
    expect(hangingOrder([A, B, C]).map((p) => p.code)).toEqual(['3', '1', '2']);
  });
});

describe('what belongs together', () => {
  it('is a pair that meets, and a stack of drawers', () => {
    expect(partnerOf([A, B, C], A)?.code).toBe('2');
    expect(partnerOf([A, { ...B, hinge: 'left' }, C], A)).toBeNull();
    const drawers = [1, 2, 3].map((n) => piece(n, { form: 'drawer', hinge: null, row: 3 - n }));
    expect(stackOf(drawers, drawers[0] as BenchPiece).map((p) => p.row)).toEqual([0, 1, 2]);
  });
  it('hinges sit near the edges, the others even between', () => {
    expect(hingeHeights(700, 2)).toEqual([100, 600]);
    expect(hingeHeights(1300, 3)).toEqual([100, 650, 1200]);
    expect(hingeHeights(200, 2)).toEqual([50, 150]);
  });
});

describe('what a piece gets once it hangs', () => {
  it('is bumpers, felt where doors meet, its bag, and its handle', () => {
    expect(fittingsFor([A, B, C], A)).toEqual(['bumpers', 'felt', 'bag', 'handle']);
    expect(fittingsFor([A, B, C], { ...C, condition: { ...USUAL_CONDITION, handles: 'none' } })).toEqual([
      'bumpers',
    ]);
    expect(fittingsFor([A], piece(4, { form: 'panel', hinge: null }))).toEqual([]);
  });
  it('waits for the film where it is a handle, and for the piece to hang', () => {
    const facts = home();
    const handle: FactBody = { kind: 'piece.fitted', pieces: [A.id], part: 'handle' };
    const free = last(facts) + 7 * 1440;
    expect(rules(facts, free - 1, handle)).toEqual(['too-early']);
    expect(rules(facts, free, handle)).toEqual([]);
    const bumpers: FactBody = { kind: 'piece.fitted', pieces: [A.id], part: 'bumpers' };
    expect(rules(facts, 20_001, bumpers)).toEqual([]);
    expect(rules(takenDown(ids), 50, bumpers)).toEqual(['skipped-step']);
    expect(rules([...facts, fact(20_001, bumpers)], 20_002, bumpers)).toEqual(['done-already']);
  });
});

describe('a handle and the care dates', () => {
  it('go by one air: that of the shop until the piece hangs, then that of the house', () => {
    const room = (celsius: number): string =>
      JSON.stringify({
        climate: {
          start: 0,
          step: 60,
          air: Array.from({ length: 60 * 24 }, () => ({ celsius, humidity: 0.5, wind: 0.1 })),
        },
        multipliers: [],
      });
    const facts = home(6000);
    const handles = (siteAir: string | null): [number, number] => {
      const bench = openBench({ ...pack(facts), air: room(14), siteAir });
      const care = careOf(bench.state, route, A.id, homeWaits(bench)).handles ?? NaN;
      return [printFreeFrom(bench.context, A.id), care];
    };
    const [cold, coldCare] = handles(null);
    const [warm, warmCare] = handles(room(24));
    expect(cold).toBe(coldCare);
    expect(warm).toBe(warmCare);
    expect(warm).toBeLessThan(cold);
  });
});

describe('the account', () => {
  it('names what is not home, not fitted or lost, until nothing is', () => {
    const facts = [...takenDown(ids), fact(5, { kind: 'piece.missing', pieces: [C.id], note: 'van?' })];
    const early = hangAccount(openBench(pack(facts)), 10 * MINUTE);
    expect(early.notHung.map((p) => p.code)).toEqual(['1', '2']);
    expect(early.lost).toMatchObject([{ code: '3', note: 'van?' }]);
    const hung = home();
    const at = (last(hung) + 1) * MINUTE;
    const young = hangAccount(openBench(pack(hung)), at);
    expect(young).toMatchObject({ home: 3, notHung: [], lost: [] });
    expect(young.handles.later).toHaveLength(3);
    expect(young.handles.from).toBe((last(hung) + 7 * 1440) * MINUTE);
    const fitted = (['bumpers', 'felt', 'bag', 'handle'] as const).map((part) =>
      fact(40_000, {
        kind: 'piece.fitted',
        part,
        pieces: part === 'felt' || part === 'bag' ? [A.id, B.id] : ids,
      }),
    );
    const done = hangAccount(openBench(pack([...hung, ...fitted])), 50_000 * MINUTE);
    expect(done.lacking).toEqual({ bumpers: [], felt: [], bag: [] });
    expect(done.handles).toEqual({ now: [], later: [], from: null });
  });
  it('offers the next opening that can be filled, and shows the piece that hangs in one', () => {
    const bench = openBench(pack(home().slice(0, -1)));
    expect(hangPage(bench, 30_000 * MINUTE, null).next?.code).toBe('3');
    expect(hangPage(bench, 30_000 * MINUTE, A.id).shown?.code).toBe('1');
  });
});

describe('too early', () => {
  it('says until when, and what our own days on the rack cost', () => {
    const system = applySchools(FAST_CABINET, schoolsSchema.parse({ standDays: 5 }));
    const ruled = buildRoute(system, usualCounts(system), 'spray');
    const alone = FAST_CABINET.products.flatMap((p): [string, number][] =>
      p.stages.hang ? [[p.key, p.stages.hang.value]] : [],
    );
    let minute = 100;
    const facts = takenDown(ids);
    for (const step of ruled.filter((s) => s.kind !== 'hang')) {
      facts.push(...did(step.key, minute, minute + 10, ids));
      minute += 400;
    }
    const end = last(facts) * MINUTE;
    const page = (own: Partial<BenchPack>) =>
      hangPage(openBench({ ...pack(facts), route: ruled, ...own }), end + MINUTE, null).waiting;
    const own = page({ rackRule: { days: 5, alone } });
    expect(own).toMatchObject({ count: 3, until: end + 5 * 1440 * MINUTE });
    expect(own?.rule).toEqual({ days: 5, byFilm: end + 720 * MINUTE });
    expect(page({})?.rule).toBeNull();
  });
});

describe('adjusting', () => {
  it('takes a pair together, its target as built until the wall is measured, and counts what was turned', () => {
    const hung = home();
    const before = adjustment(openBench(pack(hung, [{ ...A, reveal: 3 }, B, C])), A.id);
    expect(before).toMatchObject({ target: 3, from: 'reveal', turned: [] });
    expect(before?.fronts.map((f) => f.code)).toEqual(['1', '2']);
    const gaps = [2.4, 2, 2.6].map((mm) => ({
      front: A.id,
      edge: 'top' as const,
      end: 'first' as const,
      against: null,
      mm,
      target: 2,
    }));
    const turns = [{ front: A.id, kind: 'height' as const, at: null, mm: -0.5, quarters: -2 }];
    const measured = fact(21_000, { kind: 'front.adjusted', pieces: [A.id, B.id], gaps, turns });
    const after = adjustment(openBench(pack([...hung, measured])), A.id);
    expect(after).toMatchObject({ target: 2.4, from: 'wall', turned: turns });
    expect(rules(takenDown(ids), 9, { kind: 'front.adjusted', pieces: [A.id], gaps, turns })).toEqual([
      'skipped-step',
    ]);
    expect(
      bodySchema.safeParse({ kind: 'front.adjusted', pieces: [A.id], gaps: 'none', turns: [] }).success,
    ).toBe(false);
  });
});

describe('handing over', () => {
  const over: FactBody = { kind: 'job.handed-over', note: 'all well', signed: 'R. Vale' };
  const zones = { zoneColours: new Map([['z', 'Oatcloth']]) };
  it('asks that every zone was looked at with the owner, and keeps the name that was typed', () => {
    const facts = home();
    expect(
      rules(facts, 30_000, over, {
        ...zones,
        pieces: new Map([[A.id, { w: 1, h: 1, form: 'door', colour: 'Oatcloth' }]]),
      }),
    ).toEqual(['not-walked']);
    const walked = [...facts, fact(29_000, { kind: 'zone.walked', zone: 'z' })];
    expect(rules(walked, 30_000, over, zones)).toEqual([]);
    expect(fold([...walked, fact(30_000, over)]).signed).toEqual({ name: 'R. Vale', note: 'all well' });
  });
  it('takes what is not right to the touch-up list, with its day and its place on the face', () => {
    const seen = fact(29_500, {
      kind: 'check.recorded',
      piece: A.id,
      face: 'front',
      test: { method: 'visual', failure: 'run' },
      note: '',
      x: 0.2,
      y: 0.9,
      due: '2026-03-20',
    });
    const state = fold([...home(), seen]);
    expect(state.touchUps.get(seen.id)).toMatchObject({ due: '2026-03-20', failure: 'run' });
    expect(state.checks[0]).toMatchObject({ x: 0.2, y: 0.9 });
  });
});

describe('paint that is kept', () => {
  const kept = fact(1, {
    kind: 'can.kept',
    product: 'fast-paint',
    colour: 'Oatcloth',
    batch: '4',
    ml: 300,
    place: 'under the sink',
    opened: '2026-02-18',
    useBy: '2027-02-18',
  });
  const change = (minute: number, body: Partial<FactBody>): Fact =>
    fact(minute, { kind: 'can.changed', can: kept.id, ...body } as FactBody);
  it('is taken from, topped up, weighed, moved and thrown away', () => {
    const left = (facts: Fact[]): number | undefined => fold([kept, ...facts]).cans.get(kept.id)?.ml;
    const taken = change(2, { how: 'taken', ml: 120 } as Partial<FactBody>);
    expect(left([taken])).toBe(180);
    expect(left([taken, change(3, { how: 'topped up', ml: 50 } as Partial<FactBody>)])).toBe(230);
    expect(left([taken, change(3, { how: 'weighed', ml: 90 } as Partial<FactBody>)])).toBe(90);
    const gone = change(4, { how: 'thrown away' } as Partial<FactBody>);
    expect(fold([kept, gone]).cans.get(kept.id)?.gone).toBe(4 * MINUTE);
    expect(rules([kept, gone], 5, { kind: 'can.changed', can: kept.id, how: 'taken', ml: 1 })).toEqual([
      'done-already',
    ]);
    expect(rules([kept], 5, { kind: 'can.changed', can: kept.id, how: 'taken', ml: 301 })).toEqual([
      'unknown',
    ]);
    expect(bodySchema.safeParse({ kind: 'can.changed', can: kept.id, how: 'taken' }).success).toBe(false);
    expect(bodySchema.safeParse({ kind: 'can.changed', can: kept.id, how: 'moved' }).success).toBe(false);
  });
});
