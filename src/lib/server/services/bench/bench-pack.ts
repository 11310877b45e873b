/** What the bench of a job works on, for a device to keep. */
import { DAY, HOUR } from '$core/units/durations';
import type { EstimatedAir } from '$core/air/estimate';
import type { BenchPack } from '$core/bench/view/bench-job';
import { USUAL_SLOT } from '$core/planning/job/choice';
import { kitchenPlaces } from '$core/kitchen/kitchen-places';
import { notedWords } from '$core/kitchen/condition';
import { REVEAL_MM } from '$core/kitchen/geometry';
import { readNotation } from '$core/kitchen/notation';
import { cutClimate, type PackedAir } from '$core/drying/packed-air';
import { plannedSteps } from '$core/planning/model/operation-id';
import { readSetting } from '../../store/settings';
import type { Db } from '../../db/open';
import { listOtherColours } from '../../store/jobs';
import type { StoredPlan } from '../../store/plans';
import { listPhotos } from '../../store/photos';
import { listWorkers } from '../../store/workers';
import { firstFilm, type OpenJob } from '../job/open-job';
import { houseAir, placeAir, waitsInAir } from '../air/job-air';
import { airOf } from '../air/place-air';
import { companyOf } from '../company/settings';
import { takeOff } from '../take-off/take-off';

/** Days of air after now that a device is given. */
const AHEAD = 20;
/** Days of the house’s air once pieces hang there and cure. */
const CURING = 45;

/** Hours of a place that are not the forecast's alone, as spans. */
function spansRead(air: readonly EstimatedAir[]): [number, number][] {
  const spans: [number, number][] = [];
  for (const { at, source } of air) {
    if (source === 'forecast' || source === 'as last read') continue;
    const last = spans.at(-1);
    if (last?.[1] === at) last[1] = at + HOUR;
    else spans.push([at, at + HOUR]);
  }
  return spans;
}

/** The air from a day before the first film to some days ahead, and when it was read. */
function airFor(db: Db, file: OpenJob, now: number): Pick<BenchPack, 'air' | 'siteAir' | 'airRead'> {
  const { choice } = file;
  if (!waitsInAir(db, choice, now)) return { air: null, siteAir: null, airRead: [] };
  const since = firstFilm(choice, file.state, file.job.zone);
  const known = airOf(db, choice.place, now, since);
  const air = placeAir(db, choice.place, now, since);
  const house = houseAir(db, choice, now, since);
  const hangs = [...file.state.pieces.values()].some((p) => p.hungIn !== null);
  return {
    air: JSON.stringify(someDays(air, now, AHEAD)),
    siteAir: house && JSON.stringify(someDays(house, now, hangs ? CURING : AHEAD)),
    airRead: spansRead(known.air.filter((a) => a.at >= air.climate.start)),
  };
}

/** The air as far ahead as a device is given it. */
const someDays = ({ climate, multipliers }: PackedAir, now: number, days: number): PackedAir => ({
  climate: cutClimate(climate, climate.start, now + days * DAY),
  multipliers,
});

/** The company's own days on the rack, and what films alone would ask for. */
function rackRule(choice: OpenJob['choice']): Pick<BenchPack, 'rackRule'> {
  const days = choice?.schools.standDays ?? 0;
  if (!choice || days === 0) return {};
  const systems = [choice, ...Object.values(choice.finishes)].map((f) => f.system);
  const alone = systems.flatMap((s) =>
    s.products.flatMap((p): [string, number][] => (p.stages.hang ? [[p.key, p.stages.hang.value]] : [])),
  );
  return { rackRule: { days, alone } };
}

export function benchPack(
  db: Db,
  { file, plan }: { file: OpenJob; plan: StoredPlan | null },
  now: number,
): BenchPack {
  const { job, zones, pieces, lots, choice, system, plainRoute, plainSite, facts, context } = file;
  const { kitchen } = readNotation(job.surveyed, job.unit);
  const reveals = new Map(
    kitchen.walls.flatMap((w) => w.cabinets.map((c, i) => [`${w.name} ${i}`, REVEAL_MM[c.build]] as const)),
  );
  const places = kitchenPlaces(kitchen, pieces);
  const planned = plannedSteps(plan);
  return {
    job: { id: job.id, name: job.name, zone: job.zone, unit: job.unit, houseYear: job.houseYear },
    measures: readSetting(db, 'measures') ?? 'metric',
    people: listWorkers(db).map(({ id, name }) => ({ id, name })),
    zones: zones.map(({ id, name, letter, colour, hex, sheen }) => ({
      id,
      name,
      letter,
      colour,
      hex,
      sheen,
    })),
    warrantyMonths: companyOf(db).warrantyMonths,
    otherColours: listOtherColours(db, job.id),
    pieces: pieces.map(({ x: _x, y: _y, lotId: _lot, ...piece }, i) => ({
      ...piece,
      place: places[i] ?? 'elsewhere',
      reveal: reveals.get(`${piece.wall} ${piece.cabinet}`) ?? REVEAL_MM.frameless,
      noted: notedWords(piece.condition).join(' · '),
    })),
    lots,
    system: system && { cautions: system.cautions, products: system.products },
    route: plainRoute,
    site: plainSite,
    parts: file.parts,
    ...airFor(db, file, now),
    photos: listPhotos(db, job.id).flatMap(({ id, piece, of, note, addedAt }) =>
      piece || of
        ? [{ id, small: `/photos/${id}?size=small`, whole: `/photos/${id}`, piece, of, note, addedAt }]
        : [],
    ),
    cureMinutes: context.cureMinutes,
    ...rackRule(choice),
    bought: (takeOff(db, file, plan)?.lines ?? []).map((l) => ({
      product: l.product.key,
      zone: l.zone,
      ml: l.cover.ml,
    })),
    rack: { slots: choice?.rackSlots ?? 0, ...(choice?.slot ?? USUAL_SLOT) },
    way: job.way,
    place: choice?.place ?? 'tent',
    planned: planned.map((p) => [`${p.lot}:${p.step}`, p.start]),
    facts,
    now,
  };
}
