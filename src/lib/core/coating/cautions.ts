/** The usual cautions where they apply. Common practice; the data sheet, local codes and licensed practice decide. */
import type { Step } from './route';
import type { Base, PrepKind, Product } from './system';
import { ISOCYANATE, NO_CANS, RAGS, SHEET, SPRAY, VAPOUR } from './caution-words';
import { TOOL_FACTS, type Tool } from './tool';

/** Year of the US ban on lead paint in homes: older ones are tested first (40 CFR 745). */
const LEAD_BAN = 1978;

export const LEAD =
  'House built before 1978: sanding or scraping old paint may release lead. Test first; certified firm and practice, local rules.';
export const LEAD_FOUND =
  'Lead was found: stop. No sanding, no scraping; certified firm and licensed practice only, by local rules.';
export const DUST = 'Wear a dust mask; keep children and pets away.';
export const DEGREASER = 'Strong degreasers: gloves, goggles, rinse. Never mix bleach with ammonia or acids.';
export const DEGLOSSER = 'Deglosser: gloves and goggles, open the windows; no flame near it.';
export const WET_ELECTRICS =
  'Water and electric tools: dry hands, dry floor, a residual-current (ground-fault) outlet; switch off sockets that get wet.';
export const CHILDREN = 'Keep children and pets out of where it is coated and where it dries.';
export const OVERTHINNED =
  'More thinner than the sheet allows: it runs, stays soft and cures badly. Two-pack over-thinned may never harden.';
const LIFTING = 'Two to a tall door; mind the ladder.';
const LADDER = 'Ladder on firm ground; never reach past its sides.';

/** Whether old paint in a house may hold lead; unknown years count as old. */
export const mayHoldLead = (houseYear: number | null): boolean => houseYear === null || houseYear < LEAD_BAN;

/** What a test for lead said; `not tested` counts as what the year of the house says. */
type LeadTest = 'not tested' | 'found' | 'none found';

export interface HouseRisks {
  /** year the house was built, null when nobody knows */
  year: number | null;
  lead: LeadTest;
}

/** The cautions about lead for work on what was painted before; none where a test found none. */
function leadCautions({ year, lead }: HouseRisks): string[] {
  if (lead === 'found') return [LEAD_FOUND];
  return lead === 'not tested' && mayHoldLead(year)
    ? [`${year === null ? 'Year of the house not known. ' : ''}${LEAD}`]
    : [];
}

/** What the survey knows that calls for a caution. */
export interface SurveyedRisks {
  houseYear: number | null;
  lead: LeadTest;
  /** some piece has loose or flaking paint; wears melamine or a printed film; is greasy (2 or 3) */
  loose: boolean;
  film: boolean;
  greasy: boolean;
  /** some piece is taller than a person can hold alone, or hangs high */
  tall: boolean;
}

/** Cautions that the facts of a survey call for; the data sheet, local codes and licensed practice decide. */
export function surveyCautions(risks: SurveyedRisks): string[] {
  const lead = leadCautions({ year: risks.houseYear, lead: risks.lead });
  return [
    ...lead,
    ...(risks.loose
      ? [
          lead.length
            ? 'Loose paint in an old house: no dry scraping or sanding before the lead test is back.'
            : 'Loose paint: scrape to sound film; mask, and keep children and pets away.',
        ]
      : []),
    ...(risks.greasy ? [DEGREASER] : []),
    ...(risks.film ? ['Printed film or melamine: mask when sanding; do not sand through the film.'] : []),
    ...(risks.tall ? [LIFTING] : []),
  ];
}

/** What is done: a step of pieces or of the fixed work. */
export interface Doing {
  kind: Step['kind'] | 'close' | 'visit';
  prep: PrepKind | null;
  product: Product | null;
  tool: Tool | null;
  /** on a ladder, in the kitchen */
  onWall?: boolean;
}

export interface Caution {
  text: string;
  /** stands open where it is shown */
  grave: boolean;
}

/** Solvents that burn or breathe badly, and rags that heat up by themselves. */
const VAPOURS: ReadonlySet<Base> = new Set(['alcohol', 'solvent', 'lacquer', 'two-pack']);
const OILY: ReadonlySet<Base> = new Set(['solvent', 'wax', 'two-pack']);
const GRAVE: ReadonlySet<string> = new Set([LEAD_FOUND, ISOCYANATE, VAPOUR, SPRAY, RAGS, NO_CANS]);

function coating({ product, tool }: Doing): string[] {
  if (!product) return [];
  const { base } = product;
  return [
    ...(base === 'two-pack' ? [ISOCYANATE] : []),
    ...(VAPOURS.has(base) ? [VAPOUR] : []),
    ...(base === 'alcohol' && tool === 'aerosol' ? [NO_CANS] : []),
    ...(tool && TOOL_FACTS[tool].highPressure ? [SPRAY] : []),
    ...(OILY.has(base) || tool === 'rag' ? [RAGS] : []),
    CHILDREN,
    SHEET,
  ];
}

function preparing({ prep }: Doing, house: HouseRisks): string[] {
  switch (prep) {
    case 'clean':
      return [DEGREASER, WET_ELECTRICS];
    case 'degloss':
      return [DEGLOSSER, RAGS, SHEET];
    case 'wipe':
      return [VAPOUR, RAGS, 'Gloves and goggles.', SHEET];
    case 'sand':
      return [...leadCautions(house), DUST, WET_ELECTRICS];
    case 'scrape':
      return [...leadCautions(house), DUST];
    case 'fill':
      return ['Filler: gloves, air the room; sand it with a mask.', ...leadCautions(house)];
    case 'skin':
      return [VAPOUR, 'A sharp blade cuts towards nobody.'];
    case 'dust':
      return [DUST];
    case 'protect':
    case 'caulk':
    case 'mask':
    case 'unmask':
    case null:
      return [];
  }
}

/**
 * Cautions to show with a step: by what is done, with which product and tool, in which house.
 * @param own cautions that the company wrote into its system
 * @returns each once, the grave ones first
 */
export function cautionsFor(doing: Doing, house: HouseRisks, own: readonly string[] = []): Caution[] {
  const says = ((): string[] => {
    switch (doing.kind) {
      case 'coat':
        return [...coating(doing), ...own.filter((text) => !SHIPPED.has(text))];
      case 'sand':
        return [DUST];
      case 'drill':
        return [...leadCautions(house), 'Goggles; both hands on the drill, the piece clamped.'];
      case 'prep':
      case 'close':
        return preparing(doing, house);
      case 'hang':
      case 'visit':
        return [LIFTING];
      case 'flip':
        return [];
    }
  })();
  const grave = (text: string): boolean => GRAVE.has(text) || text.includes(LEAD);
  return [...new Set([...says, ...(doing.onWall ? [LADDER] : [])])]
    .map((text) => ({ text, grave: grave(text) }))
    .sort((a, b) => Number(b.grave) - Number(a.grave));
}

/** Cautions that systems once carried as their own: they follow from the step now. */
const SHIPPED: ReadonlySet<string> = new Set([RAGS, VAPOUR, SPRAY, ISOCYANATE, NO_CANS, SHEET]);

/** All cautions of some steps, each once, the grave ones first. */
export const cautionsOf = (
  steps: readonly Doing[],
  house: HouseRisks,
  own: readonly string[] = [],
): Caution[] => [
  ...new Map(
    steps
      .flatMap((step) => cautionsFor(step, house, own))
      .sort((a, b) => Number(b.grave) - Number(a.grave))
      .map((c) => [c.text, c]),
  ).values(),
];
