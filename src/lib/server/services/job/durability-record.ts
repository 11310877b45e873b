/** What the record of a job says of how its finish lasts, made of its facts. */
import { isoDay } from '$core/units/clock-time';
import type { JobRecord } from '$core/durability/record';
import { spellsOf } from '$core/durability/spells';
import { pieceTraits, seasonOf, type Trait } from '$core/durability/traits';
import { SCHOOLS } from '$core/coating/schools';
import { gets } from '$core/coating/route';
import { pieceState, type Air } from '$core/bench/state/state';
import { finishFor } from '$core/planning/job/finishes';
import { PATTERN_FACTS } from '$core/coating/pattern';
import { TOOL_FACTS } from '$core/coating/tool';
import type { OpenJob } from './open-job';
import { placesOf } from './places';

/** As the schools are called. */
const schoolName = (key: string, value: string): string =>
  SCHOOLS.find((s) => s.key === key)?.schools.find((s) => s.value === value)?.name ?? value;

/** Air as it was read on the job. */
const readingsOf = ({ facts, state }: OpenJob): Air[] =>
  facts.flatMap((f) => {
    if (f.body.kind !== 'air.read' || state.voided.has(f.id)) return [];
    const { place, celsius, humidity } = f.body;
    return [{ place, celsius, humidity, at: f.at }];
  });

/** Batches of cups that a piece was coated from. */
function batchesOf({ state, route }: OpenJob, piece: string): string[] {
  const { done } = pieceState(state, piece);
  return [
    ...new Set(
      route.flatMap((step) => {
        const own = step.product && gets(step, piece) ? done.get(step.key) : undefined;
        if (!own || !step.product) return [];
        const { key, name } = step.product;
        const from = [...state.mixes, ...state.cansLoaded]
          .filter((m) => m.product === key && m.at <= own.start)
          .reduce<{ batch: string; at: number } | null>(
            (last, m) => (last && last.at > m.at ? last : m),
            null,
          );
        return from ? [`${name}, ${from.batch}`] : [];
      }),
    ),
  ];
}

/** @returns null where nothing hangs, or no system was chosen */
export function durabilityRecord(file: OpenJob): JobRecord | null {
  const { choice, state, route, job } = file;
  const ids = new Set(file.pieces.map((p) => p.id));
  if (!choice || ![...state.pieces].some(([id, p]) => ids.has(id) && p.hangs.length > 0)) return null;
  const places = placesOf(file);
  const readings = readingsOf(file);
  const coats = route.filter((s) => s.kind === 'coat');
  const last = Math.max(
    0,
    ...[...state.works.values()].flatMap((w) => (coats.some((s) => s.key === w.step) ? [w.end ?? 0] : [])),
  );
  const { schools } = choice;
  const traits: Partial<Record<Trait, string>> = {
    gloss: schoolName('gloss', schools.gloss),
    film: schoolName('film', schools.film),
    order: schoolName('order', schools.order),
    stand: schools.standDays ? `${schools.standDays} ${schools.standDays === 1 ? 'day' : 'days'}` : 'none',
    tool: TOOL_FACTS[choice.tool].name,
    turning: PATTERN_FACTS[choice.pattern].name,
    ...(last > 0 ? { season: seasonOf(Number(isoDay(last, job.zone).slice(5, 7))) } : {}),
  };
  return {
    version: 1,
    traits,
    pieces: file.pieces.flatMap((piece) => {
      const spells = spellsOf(state, route, piece.id);
      if (!spells.length) return [];
      const { done } = pieceState(state, piece.id);
      const days = coats.flatMap((s) => {
        const own = gets(s, piece.id) ? done.get(s.key) : undefined;
        return own ? [isoDay(own.end, job.zone)] : [];
      });
      return [
        {
          id: piece.id,
          code: piece.code,
          traits: {
            system: finishFor(choice, piece).system.name,
            ...pieceTraits(piece, places.get(piece.id) ?? 'elsewhere', state, route, readings),
          },
          batches: batchesOf(file, piece.id),
          days: [...new Set(days)],
          spells,
        },
      ];
    }),
    mended: [...state.touchUps.values()].flatMap((t) =>
      t.closed ? [{ failure: t.failure, minutes: t.closed.minutes, ml: t.closed.ml }] : [],
    ),
  };
}
