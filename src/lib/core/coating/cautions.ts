/** The usual cautions where they apply. Common practice; the data sheet, local codes and licensed practice decide. */
import type { Step } from './route';
import type { System } from './system';

/** Year of the US ban on lead paint in homes: older ones are tested first (40 CFR 745). */
const LEAD_BAN = 1978;

export const LEAD =
  'House built before 1978: sanding may release lead. Test first; certified firm and practice, local rules.';
const DUST = 'Wear a dust mask; keep children and pets away.';
export const DEGREASER = 'Strong degreasers: gloves, goggles, rinse. Never mix bleach with ammonia or acids.';
const LIFTING = 'Two to a tall door; mind the ladder.';

/** Whether old paint in a house may hold lead; unknown years count as old. */
export const mayHoldLead = (houseYear: number | null): boolean => houseYear === null || houseYear < LEAD_BAN;

/** What the survey knows that calls for a caution. */
export interface SurveyedRisks {
  houseYear: number | null;
  /** some piece has loose or flaking paint; wears melamine or a printed film; is greasy (2 or 3) */
  loose: boolean;
  film: boolean;
  greasy: boolean;
  /** some piece is taller than a person can hold alone, or hangs high */
  tall: boolean;
}

/** Cautions that the facts of a survey call for; the data sheet, local codes and licensed practice decide. */
export function surveyCautions(risks: SurveyedRisks): string[] {
  const old = mayHoldLead(risks.houseYear);
  return [
    ...(old ? [`${risks.houseYear === null ? 'Year of the house not known. ' : ''}${LEAD}`] : []),
    ...(risks.loose
      ? [
          old
            ? 'Loose paint in an old house: no dry scraping or sanding before the lead test is back.'
            : 'Loose paint: scrape to sound film; mask, and keep children and pets away.',
        ]
      : []),
    ...(risks.greasy ? [DEGREASER] : []),
    ...(risks.film ? ['Printed film or melamine: mask when sanding; do not sand through the film.'] : []),
    ...(risks.tall ? [LIFTING] : []),
  ];
}

/**
 * Cautions to show with a step.
 * @param step the step
 * @param system the system it belongs to
 * @param houseYear year the house was built, null when nobody knows
 */
export function cautionsFor(
  step: Step,
  system: Pick<System, 'cautions'>,
  houseYear: number | null,
): string[] {
  switch (step.kind) {
    case 'coat':
    case 'rub':
      return system.cautions;
    case 'sand':
      return [DUST];
    case 'prep':
      if (step.prep === 'clean' || step.prep === 'scrape') return [DEGREASER];
      if (step.prep === 'sand' || step.prep === 'fill') return mayHoldLead(houseYear) ? [LEAD, DUST] : [DUST];
      return system.cautions;
    case 'hang':
      return [LIFTING];
    case 'flip':
      return [];
  }
}
