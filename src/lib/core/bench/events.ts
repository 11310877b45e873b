/** Facts: what happened on a job, append-only. A mistake is taken back by a `void` fact, never by a change. */
import { z } from 'zod';
import { instantSchema } from '../units/instant';
import { FACES } from '../coating/system';
import { DEFECT_KEYS } from '../quality/defects';
import { LATTICES } from '../quality/cross-cut';
import { FAILURES } from '../quality/failures';
import { siteTestSchema } from '../quality/site-tests';
import { FEELS, LOOKS } from './looks';
import { TICKS } from './ticks';

const id = z.uuid();
const pieces = z.array(id).min(1, 'Name at least one piece').max(500);
const reason = z.string().trim().min(3, 'Say why, in a few words').max(500);

/** A guard that was overruled, with the reason given. */
const overrideSchema = z.object({ rule: z.string().max(40), reason });
export type Override = z.infer<typeof overrideSchema>;
/** Guards that were overruled, each with its own reason. One alone may stand without a list. */
const overrides = z.union([overrideSchema, z.array(overrideSchema).min(1).max(20)]).optional();

/** °C, within what a thermometer in a tent can show. */
const temperature = (of: string) => {
  const range = `The ${of} is between -30 and 60 °C: check the reading and its unit`;
  return z.number(`Write the temperature of the ${of} in °C, such as 18.4`).min(-30, range).max(60, range);
};

const place = z.string().trim().min(1, 'Say where').max(80, 'A place has at most 80 letters');

const millilitres = z
  .number('Write the volume as a number')
  .nonnegative('A volume is not below 0')
  .max(100_000);

const flaked = z.array(z.number().int().nonnegative()).max(100);

export const bodySchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('piece.labelled'), pieces }),
  /** something on the take-down list was done to the pieces */
  z.object({ kind: z.literal('piece.prepared'), tick: z.enum(TICKS), pieces }),
  z.object({ kind: z.literal('piece.down'), pieces, place }),
  /** put somewhere else, or found again */
  z.object({ kind: z.literal('piece.placed'), pieces, place, override: overrides }),
  z.object({ kind: z.literal('piece.missing'), pieces, note: z.string().trim().max(500).default('') }),
  z.object({
    kind: z.literal('test.recorded'),
    test: siteTestSchema,
    place,
    piece: id.nullable().default(null),
    note: z.string().trim().max(2000).default(''),
  }),
  z.object({
    kind: z.literal('work.started'),
    step: z.string().max(200),
    lot: z.string().max(64),
    pieces,
    /** the face that lies up, where the painter said so */
    face: z.enum(FACES).optional(),
    override: overrides,
  }),
  z.object({ kind: z.literal('work.paused'), work: id }),
  z.object({ kind: z.literal('work.resumed'), work: id }),
  /** a second pair of hands: one cuts in, one rolls */
  z.object({ kind: z.literal('work.joined'), work: id, by: z.string().min(1).max(64) }),
  /** one hands it over to another in the middle of a lot */
  z.object({ kind: z.literal('work.handed'), work: id, to: z.string().min(1).max(64) }),
  z.object({
    kind: z.literal('work.finished'),
    /** id of the `work.started` fact */
    work: id,
    /** pieces that were left out after all */
    leftOut: z.array(id).max(500).default([]),
  }),
  /** a step of the fixed work, by its key */
  z.object({ kind: z.literal('site.started'), step: z.string().max(200), override: overrides }),
  z.object({
    kind: z.literal('site.finished'),
    /** id of the `site.started` fact */
    work: id,
  }),
  z.object({
    kind: z.literal('air.read'),
    place: z.string().trim().min(1).max(40),
    celsius: temperature('air'),
    humidity: z
      .number('Write the humidity in %, such as 61')
      .gt(0, 'Humidity must be above 0 %')
      .max(1, 'Humidity is at most 100 %'),
    surface: temperature('surface').optional(),
  }),
  z.object({
    kind: z.literal('piece.hung'),
    piece: id,
    /** the piece whose opening it was hung into */
    opening: id,
    override: overrides,
  }),
  z.object({
    kind: z.literal('job.handed-over'),
    note: z.string().max(2000).default(''),
    override: overrides,
  }),
  z.object({
    kind: z.literal('check.recorded'),
    piece: id,
    face: z.enum(FACES),
    test: z.discriminatedUnion('method', [
      z.object({ method: z.literal('visual'), failure: z.enum(FAILURES.map((f) => f.key)).nullable() }),
      z
        .object({ method: z.literal('cross-cut'), lattice: z.literal(LATTICES), flaked })
        .refine((t) => t.flaked.every((s) => s < t.lattice) && new Set(t.flaked).size === t.flaked.length, {
          message: 'Each flaked square may be named once and must lie in the lattice',
          path: ['flaked'],
        }),
    ]),
    note: z.string().max(2000).default(''),
  }),
  z.object({
    kind: z.literal('touch-up.closed'),
    /** id of the check that opened it */
    touchUp: id,
    minutes: z.number('Write the minutes as a number').int().positive('Minutes must be above 0').max(2000),
    note: z.string().max(2000).default(''),
    override: overrides,
  }),
  /** a cup was mixed: mL of base, hardener and thinner; it stands, then lives so many minutes */
  z.object({
    kind: z.literal('mix.made'),
    product: z.string().min(1).max(80),
    batch: z.string().trim().min(1, 'Give the batch a number').max(40),
    a: millilitres,
    b: millilitres,
    thinner: millilitres,
    induction: z.number().int().nonnegative().max(1440),
    /** null: no end, a one-pack */
    potLife: z.number().int().positive().max(10_080).nullable(),
  }),
  /** what the gun, the tray or the brush holds now */
  z.object({
    kind: z.literal('paint.loaded'),
    product: z.string().min(1).max(80),
    /** in words; empty for what has no colour */
    colour: z.string().trim().max(60).default(''),
  }),
  /** scuffed after its recoat window closed: it may be coated again */
  z.object({ kind: z.literal('piece.abraded'), pieces }),
  /** a film felt with a gloved finger, or under the paper */
  z.object({ kind: z.literal('film.felt'), pieces, step: z.string().max(200), feel: z.enum(FEELS) }),
  z.object({
    kind: z.literal('coat.inspected'),
    /** id of the `work.started` fact of the coat */
    work: id,
    looked: z.array(z.enum(LOOKS)),
    sheen: z.enum(['like the sample', 'duller', 'glossier', 'not held']),
    colour: z.enum(['like the sample', 'off', 'not held']),
    note: z.string().trim().max(2000).default(''),
  }),
  z.object({
    kind: z.literal('defect.found'),
    piece: id,
    face: z.enum(FACES),
    defect: z.enum(DEFECT_KEYS),
    severity: z.number().int().min(1).max(3),
    /** where on the face, shares of its width from the left and its height from the top */
    x: z.number().min(0).max(1),
    y: z.number().min(0).max(1),
    note: z.string().trim().max(2000).default(''),
  }),
  /** left as it is, as was agreed */
  z.object({ kind: z.literal('defect.accepted'), defect: id, reason }),
  /** two facts that cannot both be: the one that holds; null where both are true */
  z.object({
    kind: z.literal('contradiction.settled'),
    of: z.array(id).min(1).max(20),
    keep: id.nullable(),
    reason,
  }),
  z.object({ kind: z.literal('void'), fact: id, reason }),
]);
export type FactBody = z.infer<typeof bodySchema>;
export type FactKind = FactBody['kind'];

/** The guards that a fact overrules. */
export const overridesOf = (body: FactBody): readonly Override[] => {
  const given = 'override' in body ? body.override : undefined;
  return given === undefined ? [] : Array.isArray(given) ? given : [given];
};

export const factSchema = z.object({
  /** made by the device, so that sending twice stores once */
  id,
  job: id,
  /** when it happened, ms since 1970 */
  at: instantSchema,
  worker: z.string().max(64),
  device: z.string().max(64),
  /** the newest fact that its device had from the server when this was recorded; nothing where it had all */
  knew: id.optional(),
  body: bodySchema,
});
export type Fact = z.infer<typeof factSchema>;
