/** Which finish each piece and each part of the fixed work gets. */
import { once } from '$core/units/keep-last';
import type { Finish } from '$core/coating/finish';
import { applySchools, FILM_OF } from '$core/coating/schools';
import { isSlick, type Condition } from '$core/kitchen/condition';
import type { Form } from '$core/kitchen/kitchen';
import type { Kitchen } from '$core/kitchen/kitchen';
import { stageOf, stageWords, standOf } from '$core/kitchen/stages';
import type { FixedArea } from '$core/takeoff/fixed-zones';
import type { FixedPart } from '$core/takeoff/site-route';
import type { Choice, OwnFinish } from './choice';
import type { Divided } from './lots';

const finishOf = (key: string, own: OwnFinish, choice: Choice): Finish => {
  const schools = own.schools ?? choice.schools;
  const { counts, tool } = own;
  return { key, system: applySchools(own.system, schools), counts, tool, fullness: FILM_OF[schools.film] };
};

/** The finishes of a choice by what they are for, with their schools applied; the job’s own under an empty key, first. */
export const finishesOf = once((choice: Choice): ReadonlyMap<string, Finish> => {
  const all = new Map([['', finishOf('', choice, choice)]]);
  for (const [key, own] of Object.entries(choice.finishes)) all.set(key, finishOf(key, own, choice));
  return all;
});

const oneOf = (choice: Choice, ...keys: string[]): Finish => {
  const all = finishesOf(choice);
  const key = keys.find((k) => all.has(k)) ?? '';
  const found = all.get(key);
  if (!found) throw new Error('A choice has a finish of its own');
  return found;
};

/** What of a piece decides its finish. */
export interface Finished {
  zoneId: string;
  form: Form;
  condition: Pick<Condition, 'wood' | 'oldFinish'>;
}

/** The finish of a piece: of shelves or slick pieces where they have one, else of its colour zone, else of the job. */
export const finishFor = (choice: Choice, { zoneId, form, condition }: Finished): Finish =>
  oneOf(choice, ...(form === 'shelf' ? ['shelves'] : []), ...(isSlick(condition) ? ['slick'] : []), zoneId);

/** Fixed work by colour zone and finish: insides apart where they have one of their own. */
export function fixedParts(choice: Choice, areas: readonly FixedArea[]): FixedPart[] {
  const parts = new Map<string, FixedPart & { areas: FixedArea[] }>();
  for (const area of areas) {
    const { zone } = area;
    const inside = area.kind === 'inside' && finishesOf(choice).has('insides');
    const finish = inside ? oneOf(choice, 'insides') : oneOf(choice, zone);
    const stage = stageOf(choice.stages, area);
    const id = `${inside ? `${zone} insides` : zone}${stage ? ` ${stage + 1}` : ''}`;
    const words = stageWords(choice.stages, stage);
    const part = parts.get(id) ?? { ...{ id, zone, areas: [], finish }, stage, words };
    part.areas.push(area);
    parts.set(id, part);
  }
  return [...parts.values()];
}

/**
 * Pieces by stage, colour and finish, to be divided into lots: what is laid together is laid in one finish and goes home together.
 * @param kitchen where the pieces stand
 * @returns the pieces with the group that stands for their zone, and the groups in order
 */
export function finishGroups<P extends Finished & Divided & { id: string; cabinet: number }>(
  choice: Choice,
  pieces: readonly P[],
  zones: readonly { id: string }[],
  kitchen: Kitchen,
): { pieces: (Divided & { id: string; zoneId: string })[]; zones: { id: string }[] } {
  const stage = (p: P): number => stageOf(choice.stages, standOf(kitchen, p));
  const groupOf = (p: P): string => `${stage(p)} ${p.zoneId} ${finishFor(choice, p).key}`;
  const groups = [0, 1].flatMap((k) =>
    zones.flatMap(({ id }) => [
      ...new Set(pieces.filter((p) => p.zoneId === id && stage(p) === k).map(groupOf)),
    ]),
  );
  return {
    pieces: pieces.map((p) => ({ id: p.id, wall: p.wall, w: p.w, h: p.h, zoneId: groupOf(p) })),
    zones: groups.map((id) => ({ id })),
  };
}
