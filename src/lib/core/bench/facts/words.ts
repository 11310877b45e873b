/** Words that several kinds of facts are told with. */
import type { SayContext } from './kind';

/** More pieces than this are counted instead of named. */
const NAMED = 5;

/** Codes of pieces in words; only how many they are where they would be too long. @param ids ids of pieces */
export const codesOf = ({ codes }: SayContext, ids: readonly string[]): string =>
  ids.length > NAMED ? `${ids.length} pieces` : ids.map((id) => codes.get(id) ?? '?').join(' ');

/** A step of a lot. @param step its key; nothing for a work that is not known */
export const stepOfLot = ({ route, lots }: SayContext, step = '', lot = ''): string =>
  `${route.find((s) => s.key === step)?.act ?? step}, lot ${lots.find((l) => l.id === lot)?.name ?? ''}`;

/** The step and lot of a work. */
export function workOf(context: SayContext, id: string): string {
  const work = context.state.works.get(id);
  return stepOfLot(context, work?.step, work?.lot);
}

/** A step of the fixed work. */
export const siteStep = ({ site }: SayContext, step = ''): string =>
  site.find((s) => s.key === step)?.act ?? step;
