/** What the plan allows, the bench allows: every planned step is begun at its planned minute, and no guard is against it. */
import { sayNoPlan } from '../planning/model/say-cause';
import { isPlan } from '../planning/model/infeasible';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judge } from '$core/bench/log/judge';
import type { Context } from '$core/bench/guard/context';
import type { Fact, FactBody } from '$core/bench/log/events';
import { PATTERNS } from '$core/coating/pattern';
import { gets } from '$core/coating/route';
import { schoolsSchema } from '$core/coating/schools';
import type { Product } from '$core/coating/system';
import { SYSTEMS } from '$core/coating/systems/index';
import { JOB_TOOLS } from '$core/coating/tool';
import { FIXED_MATERIALS } from '$core/kitchen/fixed-material';
import { plannedSteps } from '$core/planning/model/operation-id';
import { SITE } from '$core/takeoff/site-route';
import { SHEET_WAITS } from '$core/coating/waits';
import { constantClimate } from '../../../../tests/constant-climate';
import type { PackedAir } from '$core/drying/packed-air';
import { begunInKitchen, contextOf, readiedInKitchen, fact, MINUTE } from '../../../../tests/bench-builders';
import { ISLAND, planInputs, WALLS } from '../../../../tests/plan-inputs';
import { EFFORTS } from './efforts';
import type { PlanInputs } from './inputs';
import { siteWaitsFor, waitsFor } from './job-at';
import { makePlan } from './make-plan';
import { waysOf } from './ways';
import { always, sampled } from '../../../../tests/budget';

const COLOURS = new Map([
  [WALLS, 'Oatcloth'],
  [ISLAND, 'Slatewing'],
]);

/** The air of an hour; null where none is known. */
const hourOf = (air: PackedAir | null, at: number) =>
  air?.climate.air[Math.floor((at - air.climate.start) / (air.climate.step * MINUTE))] ?? null;

/** Days whose mornings are cold and whose nights are wet, each its own way: what is laid is laid in between. */
const changing = (celsius: number, humidity: number, swing: number): PackedAir => ({
  climate: {
    start: Date.UTC(2026, 2, 7),
    step: 60,
    air: Array.from({ length: 120 * 24 }, (_, h) => {
      const day = Math.sin(((h % 24) - 9) * (Math.PI / 12)) + Math.sin(h / 37) / 2;
      return {
        celsius: celsius + swing * day,
        humidity: Math.min(0.97, Math.max(0.2, humidity - (swing / 40) * day)),
        wind: 0.1,
      };
    }),
  },
  multipliers: [],
});

/** Works a plan off as it is, saying what is loaded and mixing what is wanted. @returns what guards had against it */
function workOff(inputs: PlanInputs): string[] {
  const made = makePlan(inputs, Date.UTC(2026, 2, 9, 6), undefined, EFFORTS.compare);
  if (!made) throw new Error('There is nothing to plan');
  if (!isPlan(made.result)) throw new Error(`No plan: ${sayNoPlan(made.result)}`);
  const { plainRoute, site } = waysOf(inputs.choice, inputs.job, inputs.pieces);
  const log: Fact[] = [];
  const against: string[] = [];
  const context = (): Context =>
    contextOf(plainRoute, log, {
      site,
      codes: new Map(inputs.pieces.map((p, i) => [p.id, String(i + 1)])),
      pieces: new Map(
        inputs.pieces.map((p) => [
          p.id,
          { w: 400, h: 700, form: p.form, colour: COLOURS.get(p.zoneId) ?? '' },
        ]),
      ),
      lots: inputs.lots,
      place: inputs.choice.place,
      zoneColours: COLOURS,
      manyColours: () => true,
      waits: inputs.air ? waitsFor(inputs) : SHEET_WAITS,
      siteWaits: siteWaitsFor(inputs),
      forecast: (place, when) => hourOf((place === 'house' ? inputs.houseAir : null) ?? inputs.air, when),
      sayTime: (ms) => `minute ${Math.round((ms - made.t0) / MINUTE)}`,
    });
  const record = (at: number, body: FactBody): Fact => {
    const one = fact(at / MINUTE, body);
    // What stood over a weekend or a long wait is wiped, as the bench asks.
    if (judge(context(), log, one).some((r) => r.rule === 'stood')) {
      const { step, lot, pieces } = body as FactBody & { kind: 'work.started' };
      record(at - MINUTE, lot === SITE ? readiedInKitchen(step) : { kind: 'piece.wiped', pieces });
    }
    for (const r of judge(context(), log, one))
      against.push(`${r.rule}: ${'step' in body ? body.step : body.kind}: ${r.message}`);
    log.push(one);
    return one;
  };
  const all = inputs.pieces.map((p) => p.id);
  record(made.t0 - 20 * MINUTE, { kind: 'piece.labelled', pieces: all });
  record(made.t0 - 10 * MINUTE, { kind: 'piece.down', pieces: all, place: 'tent' });
  let batch = 0;
  const say = (product: Product | null, colour: string, at: number, wall: boolean): void => {
    if (!product) return;
    const coloured = product.kind === 'finish' || product.kind === 'glaze';
    record(at, {
      kind: 'paint.loaded',
      product: product.key,
      colour: coloured ? colour : '',
      ...(wall ? { of: 'wall' } : {}),
    });
    if (!product.mix) return;
    const { induction, potLife } = product.mix;
    record(at - induction.value * MINUTE, {
      kind: 'mix.made',
      product: product.key,
      batch: String(++batch),
      a: 700,
      b: 100,
      thinner: 80,
      induction: induction.value,
      potLife: potLife.value,
    });
  };
  /** ends come before beginnings of the same minute */
  const events = plannedSteps(made)
    .filter((s) => s.lot !== SITE || site.some((x) => x.key === s.step))
    .flatMap((s) => [
      { at: s.end, rank: 0, s },
      { at: s.start, rank: 1, s },
    ])
    .sort((a, b) => a.at - b.at || a.rank - b.rank);
  const begun = new Map<string, Fact>();
  for (const { at, rank, s } of events) {
    const key = `${s.lot} ${s.step}`;
    if (rank === 0) {
      const work = begun.get(key);
      if (work) record(at, { kind: 'work.finished', work: work.id, leftOut: [] });
      continue;
    }
    if (s.lot === SITE) {
      const step = site.find((x) => x.key === s.step);
      if (step?.tool !== 'rag') say(step?.product ?? null, COLOURS.get(step?.zone ?? '') ?? '', at, true);
      begun.set(key, record(at, begunInKitchen(s.step)));
      continue;
    }
    const step = plainRoute.find((x) => x.key === s.step);
    const own = (inputs.lots.find((l) => l.id === s.lot)?.pieces ?? []).filter((p) => !step || gets(step, p));
    if (step?.kind === 'hang') {
      for (const piece of own) record(at, { kind: 'piece.hung', piece, opening: piece });
      continue;
    }
    const zone = inputs.pieces.find((p) => p.id === own[0])?.zoneId ?? '';
    if (step?.tool !== 'rag') say(step?.product ?? null, COLOURS.get(zone) ?? '', at, false);
    begun.set(key, record(at, { kind: 'work.started', step: s.step, lot: s.lot, pieces: own }));
  }
  for (const zone of COLOURS.keys()) record(Date.UTC(2026, 11, 1) - MINUTE, { kind: 'zone.walked', zone });
  record(Date.UTC(2026, 11, 1), { kind: 'job.handed-over', note: '' });
  return against;
}

const system = fc.constantFrom(...SYSTEMS);
const counts = fc.record({ back: fc.integer({ min: 0, max: 2 }), front: fc.integer({ min: 1, max: 2 }) });
const schools = fc.record({
  order: fc.constantFrom('clean-first', 'scuff-first'),
  gloss: fc.constantFrom('system', 'sandpaper', 'pad', 'deglosser', 'nothing'),
  film: fc.constantFrom('full', 'thin', 'light-then-full'),
  grain: fc.constantFrom('leave', 'fill'),
  tape: fc.constantFrom('dry', 'wet'),
  holes: fc.constantFrom('down', 'primed'),
  standDays: fc.constantFrom(0, 4),
});
const condition = fc.record({
  handles: fc.constantFrom('keep' as const, 'drill' as const),
  chips: fc.boolean(),
  loose: fc.boolean(),
  fresh: fc.boolean(),
  wood: fc.constantFrom('oak' as const, 'maple' as const),
  oldFinish: fc.constantFrom('lacquer' as const, 'wax' as const),
  faces: fc.constantFrom('both' as const, 'front' as const),
  profile: fc.constantFrom(null, 'slab' as const, 'raised' as const),
  inside: fc.boolean(),
});

describe('over all systems, turnings, schools, counts and conditions', () => {
  it.each(SYSTEMS.map((s) => [s.key, s] as const))('%s as it ships, however it is turned', (_, shipped) => {
    for (const pattern of sampled(1, PATTERNS.length).flatMap((k) => PATTERNS[k - 1] ?? []))
      expect([pattern, workOff(planInputs(shipped, { pattern }))]).toEqual([pattern, []]);
  });

  it('no guard contradicts the route that it belongs to', () => {
    always(
      fc.property(
        fc.record({
          system,
          other: fc.option(system),
          shelves: fc.option(system),
          pattern: fc.constantFrom(...PATTERNS),
          islandPattern: fc.option(fc.constantFrom(...PATTERNS)),
          counts: fc.array(counts, { minLength: 4, maxLength: 4 }),
          schools,
          tool: fc.constantFrom(...JOB_TOOLS),
          conditions: fc.array(condition, { minLength: 12, maxLength: 12 }),
          material: fc.constantFrom(...FIXED_MATERIALS),
          air: fc.constantFrom('sheet', 'cool', 'changing'),
          swing: fc.integer({ min: 2, max: 9 }),
        }),
        (given) => {
          const own = { tool: given.tool };
          const finishes = {
            ...(given.other
              ? { [ISLAND]: { system: given.other, counts: given.other.layers.map((l) => l.coats), ...own } }
              : {}),
            ...(given.shelves
              ? {
                  insides: {
                    system: given.shelves,
                    counts: given.shelves.layers.map((l) => l.coats),
                    ...own,
                  },
                }
              : {}),
          };
          const inputs = planInputs(
            given.system,
            {
              ...own,
              counts: given.system.layers.map((_, i) => given.counts[i] ?? { back: 1, front: 1 }),
              pattern: given.pattern,
              patterns: given.islandPattern ? { [ISLAND]: given.islandPattern } : {},
              schools: schoolsSchema.parse(given.schools),
              finishes,
              air: given.air === 'sheet' ? 'sheet' : 'place',
            },
            (i) => given.conditions[i] ?? {},
            { materials: { 'end-panel': given.material, 'face-frame': given.material } },
          );
          const cool = {
            climate: constantClimate({ celsius: 18, humidity: 0.55, wind: 0.1 }, Date.UTC(2026, 2, 7), 120),
            multipliers: [],
          };
          const place =
            given.air === 'sheet' ? null : given.air === 'cool' ? cool : changing(16, 0.62, given.swing);
          const houseAir = given.air === 'changing' ? changing(19, 0.6, given.swing / 2) : null;
          expect(workOff({ ...inputs, air: place, houseAir })).toEqual([]);
        },
      ),
      5,
    );
  });
});
