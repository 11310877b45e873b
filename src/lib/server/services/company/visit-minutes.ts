/** The company's own minutes in the house, and what its record says of them. */
import { z } from 'zod';
import { HANDLING } from '$core/coating/handling';
import {
  VISIT_FIGURE_WORDS,
  VISIT_FIGURES,
  visitMinutesSchema,
  type OwnVisitMinutes,
  type VisitFigure,
} from '$core/takeoff/visit-minutes';
import { readNumber } from '$core/units/read-number';
import type { Db } from '../../db/open';
import { readInput } from '../../base/read-input';
import { readSetting, writeSetting } from '../../store/settings';

/** What is set otherwise than the shipped figures. */
export const visitMinutesOf = (db: Db): OwnVisitMinutes => readSetting(db, 'visitMinutes') ?? {};

interface VisitFigureRead {
  key: VisitFigure;
  words: string;
  shipped: number;
  /** null where the shipped one counts */
  own: number | null;
}

export const visitFigures = (db: Db): VisitFigureRead[] => {
  const own = visitMinutesOf(db);
  return VISIT_FIGURES.map((key) => ({
    key,
    words: VISIT_FIGURE_WORDS[key],
    shipped: HANDLING[key].value,
    own: own[key] ?? null,
  }));
};

const typed = z.record(
  z.string(),
  z.string().transform((text) => (text.trim() === '' ? undefined : readNumber(text))),
);

/**
 * @param input what is typed, by figure; what is left empty is as shipped
 * @throws Refused 422 with the figure that cannot be
 */
export function setVisitMinutes(db: Db, input: unknown): void {
  const own = readInput(typed.pipe(visitMinutesSchema), input, 'Write minutes as numbers.');
  const set = VISIT_FIGURES.filter((key) => own[key] !== undefined && own[key] !== HANDLING[key].value);
  writeSetting(db, 'visitMinutes', set.length ? Object.fromEntries(set.map((key) => [key, own[key]])) : null);
}
