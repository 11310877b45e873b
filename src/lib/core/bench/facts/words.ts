/** Words that several kinds of facts are told with. */
import { SITE } from '../../takeoff/site-route';
import { nameOf } from '../guard/context';
import type { SayContext } from './kind';

/** More pieces than this are counted instead of named. */
const NAMED = 5;

/** Codes of pieces in words; only how many they are where they would be too long. @param ids ids of pieces */
export const codesOf = ({ codes }: SayContext, ids: readonly string[]): string =>
  ids.length > NAMED ? `${ids.length} pieces` : ids.map((id) => nameOf(codes, id)).join(' ');

/** A step of a lot, or in the kitchen. @param step its key; nothing for a work that is not known */
export const stepOfLot = ({ route, site, lots }: SayContext, step = '', lot = ''): string => {
  const steps: readonly { key: string; act: string }[] = lot === SITE ? site : route;
  const where = lot === SITE ? 'kitchen' : `lot ${lots.find((l) => l.id === lot)?.name ?? ''}`;
  return `${steps.find((s) => s.key === step)?.act ?? step}, ${where}`;
};

/** The step and lot of a work. */
export function workOf(context: SayContext, id: string): string {
  const work = context.state.works.get(id);
  return stepOfLot(context, work?.step, work?.lot);
}
