/** A whole job as JSON: everything that was typed, drawn, chosen and recorded. Plans are left out: facts make them anew. */
import { z } from 'zod';
import { takenBackBy } from '../bench/log/decided';
import { factSchema } from '../bench/log/events';
import { piecesIn } from '../bench/log/named';
import { answersSchema } from '../coating/proposal-facts';
import { conditionSchema } from '../kitchen/condition';
import { fixedMaterialsSchema } from '../kitchen/fixed-material';
import { BANDS, FORMS, SIDES } from '../kitchen/kitchen';
import { readNotation } from '../kitchen/notation';
import { surveyPieces } from '../kitchen/pieces';
import { WAYS } from '../labels/hiding';
import { labelSchema } from '../labels/label-set';
import { SCHEMES } from '../labels/schemes';
import { SAFE_LETTERS } from '../labels/turn-safe';
import { offerSchema } from '../offer/offer';
import { choiceSchema } from '../planning/job/choice';
import { CLOCK_AHEAD, CLOCK_BEHIND, instantSchema } from '../units/instant';
import { LENGTH_UNITS } from '../units/length';
import { isTimeZone } from '../units/time-zones';

const id = z.uuid();
const mm = z.number().min(-1000).max(100_000);
/** Base64 of a JPEG. */
const jpeg = z.string().regex(/^\/9j\/[A-Za-z0-9+/]+={0,2}$/, 'A photo is a JPEG in base64');

export const JOB_FORMAT = 'anthem.job';

const jobFileSchema = z.strictObject({
  format: z.literal(JOB_FORMAT),
  version: z.literal(1),
  job: z.strictObject({
    id,
    name: z.string().min(1).max(80),
    place: z.string().max(200),
    houseYear: z.number().int().min(1600).max(2099).nullable(),
    zone: z
      .string()
      .refine(isTimeZone, 'There is no such time zone; write one such as America/Halifax')
      .describe('IANA time zone'),
    unit: z.enum(LENGTH_UNITS).describe('of bare numbers in the survey'),
    createdAt: instantSchema.describe('ms since 1970'),
    notation: z.string().max(100_000).describe('the survey as it was typed'),
    surveyed: z.string().max(100_000).describe('the last survey without faults, which the pieces are from'),
    choice: choiceSchema.nullable(),
    answers: answersSchema.nullable().default(null),
    materials: fixedMaterialsSchema.default({}).describe('of the fixed work, where it is not as the fronts'),
    scheme: z.enum(SCHEMES),
    leaveOutUnsafe: z.boolean(),
    way: z.enum(WAYS),
  }),
  zones: z
    .array(
      z.strictObject({
        id,
        name: z.string().min(1).max(60),
        colour: z.string().max(60),
        hex: z.string().regex(/^#[0-9a-fA-F]{6}$/),
        sheen: z.string().max(20),
        letter: z.string().regex(/^[A-Z]$/),
        position: z.number().int().min(0).max(1000),
      }),
    )
    .min(1)
    .max(SAFE_LETTERS.length),
  lots: z
    .array(z.strictObject({ id, name: z.string().min(1).max(20), pieces: z.array(id).max(2000) }))
    .max(2000),
  pieces: z
    .array(
      z.strictObject({
        id,
        code: z.string().min(1).max(12),
        zoneId: id,
        wall: z.string().max(80),
        cabinet: z.number().int().nonnegative().max(10_000),
        band: z.enum(BANDS),
        row: z.number().int().nonnegative().max(1000),
        column: z.number().int().nonnegative().max(1000),
        form: z.enum(FORMS),
        hinge: z.enum(SIDES).nullable(),
        x: mm,
        y: mm,
        w: mm,
        h: mm,
        condition: conditionSchema,
      }),
    )
    .max(2000)
    .describe('in wall order, lengths in mm'),
  workers: z.array(
    z.strictObject({
      id: z.string().min(1).max(64),
      name: z.string().min(1).max(80),
      role: z.string().max(40),
    }),
  ),
  facts: z
    .array(factSchema.extend({ recordedAt: instantSchema }))
    .max(200_000)
    .describe('in the order they arrived'),
  prints: z.array(
    z.strictObject({
      id,
      at: instantSchema,
      worker: z.string().max(64),
      via: z.enum(['sheet', 'printer']),
      labels: z.array(
        z.strictObject({
          label: labelSchema,
          again: z.number().int().nonnegative().max(100_000),
          state: z.enum(['waiting', 'printed', 'lost', 'dropped']),
          doneAt: instantSchema.nullable(),
        }),
      ),
    }),
  ),
  photos: z.array(
    z.strictObject({
      id,
      piece: id.nullable(),
      /** the fact that it shows */
      of: id.nullable().default(null),
      addedAt: instantSchema,
      worker: z.string().max(64),
      note: z.string().max(500),
      width: z.number().int().positive().max(100_000),
      height: z.number().int().positive().max(100_000),
      image: jpeg,
      thumbnail: jpeg,
    }),
  ),
  offers: z
    .array(
      z.strictObject({
        id,
        version: z.number().int().min(1).max(10_000),
        madeAt: instantSchema,
        madeBy: z.string().max(64),
        offer: offerSchema,
        answers: z
          .array(
            z.strictObject({
              id,
              kind: z.enum(['accepted', 'withdrawn']),
              name: z.string().max(120),
              day: z.iso.date(),
              options: z.array(z.string().max(60)).max(60),
              at: instantSchema,
              worker: z.string().max(64),
            }),
          )
          .max(1000)
          .describe('what was said to it, in that order; the last counts'),
      }),
    )
    .max(1000)
    .default([])
    .describe('every version as it was made'),
});
export type JobExport = z.infer<typeof jobFileSchema>;

/** The published JSON Schema of the format. */
export const jobJsonSchema = (): Record<string, unknown> => ({
  title: 'Anthem job, version 1',
  ...(z.toJSONSchema(jobFileSchema, { io: 'input', unrepresentable: 'any' }) as Record<string, unknown>),
});

function duplicate(ids: readonly string[]): string | undefined {
  const seen = new Set<string>();
  return ids.find((v) => seen.has(v) || !seen.add(v));
}

/** What does not hang together in a file that has the right shape. */
function inconsistencies(file: JobExport, now: number): string[] {
  const faults: string[] = [];
  const say = (where: string, what: string) => faults.push(`${where}: ${what}`);
  const known = new Map([
    ['pieces', new Set(file.pieces.map((p) => p.id))],
    ['zones', new Set(file.zones.map((z) => z.id))],
    ['workers', new Set(file.workers.map((w) => w.id))],
    ['facts', new Set(file.facts.map((f) => f.id))],
  ]);
  const has = (kind: string, of: string): boolean => known.get(kind)?.has(of) ?? false;
  for (const [where, ids] of [
    ['pieces', file.pieces.map((p) => p.id)],
    ['pieces', file.pieces.map((p) => p.code)],
    ['zones', file.zones.map((z) => z.id)],
    ['zones', file.zones.map((z) => z.letter)],
    ['lots', file.lots.flatMap((l) => l.pieces)],
    ['lots', file.lots.map((l) => l.name)],
    ['lots', file.lots.map((l) => l.id)],
    ['workers', file.workers.map((w) => w.id)],
    ['workers', file.workers.map((w) => w.name)],
    ['facts', file.facts.map((f) => f.id)],
    ['prints', file.prints.map((p) => p.id)],
    ['photos', file.photos.map((p) => p.id)],
    ['offers', file.offers.map((o) => o.id)],
    ['offers', file.offers.map((o) => String(o.version))],
    ['offers', file.offers.flatMap((o) => o.answers.map((a) => a.id))],
  ] as const) {
    const twice = duplicate(ids);
    if (twice !== undefined) say(where, `“${twice}” is there twice`);
  }
  file.pieces.forEach((p, i) => {
    if (!has('zones', p.zoneId)) say(`pieces.${i}.zoneId`, 'there is no such zone in the file');
  });
  for (const [i, lot] of file.lots.entries())
    if (lot.pieces.some((p) => !has('pieces', p)))
      say(`lots.${i}.pieces`, 'names a piece that is not in the file');
  const people = [
    ...file.facts.map((f, i) => [`facts.${i}.worker`, f.worker]),
    ...file.prints.map((p, i) => [`prints.${i}.worker`, p.worker]),
    ...file.photos.map((p, i) => [`photos.${i}.worker`, p.worker]),
    ...file.offers.flatMap((o, i) => [
      [`offers.${i}.madeBy`, o.madeBy],
      ...o.answers.map((a, k) => [`offers.${i}.answers.${k}.worker`, a.worker]),
    ]),
  ] as [string, string][];
  for (const [where, worker] of people)
    if (!has('workers', worker)) say(where, 'names a person who is not in the file');
  // A piece whose facts were all taken back may be gone from the survey.
  const takenBack = new Set(file.facts.flatMap((f) => takenBackBy(f.body)));
  file.facts.forEach((f, i) => {
    if (f.job !== file.job.id) say(`facts.${i}.job`, 'belongs to another job');
    if (f.at < file.job.createdAt - CLOCK_BEHIND) say(`facts.${i}.at`, 'lies before the job was made');
    if (Math.max(f.at, f.recordedAt) > now + CLOCK_AHEAD) say(`facts.${i}.at`, 'lies in the future');
    if (!takenBack.has(f.id) && piecesIn(f.body).some((p) => !has('pieces', p)))
      say(`facts.${i}.body`, 'names a piece that is not in the file');
  });
  file.photos.forEach((p, i) => {
    if (p.piece !== null && !has('pieces', p.piece)) say(`photos.${i}.piece`, 'is not in the file');
    if (p.of !== null && !has('facts', p.of)) say(`photos.${i}.of`, 'is not in the file');
  });
  for (const [i, { offer, answers }] of file.offers.entries()) {
    const offered = new Set(offer.options.map((o) => o.key));
    for (const [k, a] of answers.entries())
      if (a.options.some((key) => !offered.has(key)))
        say(`offers.${i}.answers.${k}.options`, 'names an option that was not offered');
  }
  const reading = readNotation(file.job.surveyed, file.job.unit);
  if (reading.errors.length)
    say('job.surveyed', `line ${reading.errors[0]?.line ?? 0}: ${reading.errors[0]?.message ?? ''}`);
  const surveyed = surveyPieces(reading.kitchen);
  const same = surveyed.every((s, i) => {
    const p = file.pieces[i];
    return (
      p && s.wall === p.wall && s.form === p.form && Math.abs(s.w - p.w) < 0.01 && Math.abs(s.h - p.h) < 0.01
    );
  });
  if (surveyed.length !== file.pieces.length || !same)
    say('pieces', 'are not those that the survey draws, in its order');
  return faults;
}

/**
 * Reads a job from parsed JSON.
 * @param now ms since 1970: nothing in it happened later
 * @returns the job, or what is wrong with it and where
 */
export function readJobFile(json: unknown, now: number): { file: JobExport } | { faults: string[] } {
  const parsed = jobFileSchema.safeParse(json);
  if (!parsed.success)
    return {
      faults: parsed.error.issues.slice(0, 20).map((i) => `${i.path.join('.') || 'the file'}: ${i.message}`),
    };
  const faults = inconsistencies(parsed.data, now);
  return faults.length ? { faults: faults.slice(0, 20) } : { file: parsed.data };
}
