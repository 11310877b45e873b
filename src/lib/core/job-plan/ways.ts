/** What a choice makes of a kitchen: its finishes with their schools, the pieces' route, and the steps of the fixed work. */
import type { FixedPartAt } from '../kitchen/fixed-parts';
import { frozen } from '../frozen';
import { atPace } from '../bench/view/pace';
import type { Finish } from '../coating/finish';
import type { Pattern } from '../coating/pattern';
import { buildRoute, type Step } from '../coating/route';
import { leavingOut, mergeRoutes, sparingBacks } from '../coating/routes-apart';
import type { PrepFor } from '../coating/system';
import { workOf } from '../kitchen/area';
import { asksOf } from '../kitchen/asks';
import { USUAL_CONDITION, type Condition } from '../kitchen/condition';
import type { FixedMaterials } from '../kitchen/fixed-material';
import type { Form } from '../kitchen/kitchen';
import type { Choice } from '../planning/job/choice';
import { finishFor, fixedParts } from '../planning/job/finishes';
import type { Lot } from '../planning/job/lots';
import { fixedOf } from '../takeoff/fixed-zones';
import { siteRoute, type SiteStep } from '../takeoff/site-route';
import { visitMinutes } from '../takeoff/visit-minutes';
import { visitSteps, type VisitStep } from '../takeoff/visits';
import { keepFor } from '../units/keep-last';
import type { LengthUnit } from '../units/length';

/** What of a piece's survey its steps depend on. */
const OF_THE_SURVEY = frozen([
  'faces',
  'inside',
  'wood',
  'oldFinish',
  'handles',
  'chips',
  'loose',
  'fresh',
  'profile',
  'box',
  'hinges',
] as const satisfies readonly (keyof Condition)[]);

/** What a plan knows of a piece. */
export interface PlannedPiece {
  id: string;
  code: string;
  /** mm */
  w: number;
  h: number;
  zoneId: string;
  wall: string;
  cabinet: number;
  form: Form;
  condition: Pick<Condition, (typeof OF_THE_SURVEY)[number]>;
}

/** A kitchen as it was surveyed. */
export interface Surveyed {
  unit: LengthUnit;
  surveyed: string;
  /** of the fixed work, where it is not as the fronts */
  materials?: FixedMaterials | undefined;
}

export interface Ways {
  /** without what flaws ask for */
  plainRoute: Step[];
  /** all that stays on the wall */
  fixed: SiteStep[];
  /** steps of the fixed work; empty where it is not planned */
  site: SiteStep[];
  /** what of the fixed work can be pointed at */
  parts: FixedPartAt[];
}

/** What is worked by how much there is of a front, not by lifting it. */
const BY_SURFACE: readonly Step['kind'][] = frozen(['prep', 'sand', 'coat']);

/**
 * The route of a choice: each piece in its own finish, turned as its colour is, backs left as they are where they stay, with
 * the prep that its survey asks for.
 * @throws Error when a figure is missing
 */
export function routeOf(
  choice: Choice,
  pieces: readonly Pick<PlannedPiece, 'id' | 'zoneId' | 'form' | 'condition'>[],
): Step[] {
  const pattern = (zone: string): Pattern => choice.patterns[zone] ?? choice.pattern;
  const asks = new Map(pieces.map((p) => [p.id, new Set(asksOf(p.form, p.condition))]));
  const own = pieces.map((p) => ({ id: p.id, finish: finishFor(choice, p), pattern: pattern(p.zoneId) }));
  // The job's own way comes first, whether or not a piece goes it.
  const ways = new Map<string, { finish: Finish; pattern: Pattern; pieces: Set<string> }>();
  const base = {
    finish: finishFor(choice, { zoneId: '', form: 'door', condition: USUAL_CONDITION }),
    pattern: choice.pattern,
  };
  for (const { id, ...way } of [{ id: null, ...base }, ...own]) {
    const key = `${way.finish.key} ${way.pattern}`;
    const had = ways.get(key) ?? { ...way, pieces: new Set<string>() };
    ways.set(key, had);
    if (id !== null) had.pieces.add(id);
  }
  const used = [...ways.values()].filter((way, i) => way.pieces.size > 0 || (i === 0 && ways.size === 1));
  // All ways of one finish share their prep.
  const askedOf = (finish: string): ReadonlySet<PrepFor> =>
    new Set(own.flatMap((p) => (p.finish.key === finish ? [...(asks.get(p.id) ?? [])] : [])));
  const merged = mergeRoutes(
    used.map(({ finish, pattern: turned, pieces: members }) => ({
      finish: finish.key,
      pattern: turned,
      pieces: members,
      route: buildRoute(
        finish.system,
        finish.counts,
        finish.tool,
        turned,
        finish.fullness,
        askedOf(finish.key),
      ),
    })),
    base.finish.key,
    base.pattern,
  );
  const frontOnly = new Set(pieces.flatMap((p) => (p.condition.faces === 'front' ? [p.id] : [])));
  const route = leavingOut(sparingBacks(merged, frontOnly), ({ for: asked }) =>
    asked ? new Set(pieces.flatMap((p) => (asks.get(p.id)?.has(asked) ? [] : [p.id]))) : new Set(),
  );
  const worth = new Map(pieces.flatMap((p) => (workOf(p) === 1 ? [] : [[p.id, workOf(p)] as const])));
  const { drill } = visitMinutes(choice.visitMinutes);
  const made = route.map((s) => (s.kind === 'drill' ? { ...s, minutesPerPiece: drill } : s));
  return atPace(made, choice.paces).map((step) =>
    worth.size && BY_SURFACE.includes(step.kind) ? { ...step, worth } : step,
  );
}

/** Made once for the same choice, survey and pieces: nobody changes what was made. */
const known = keepFor<Choice, Ways>(8);

/** All of a piece that a route depends on. */
export const surveyKey = ({ id, zoneId, wall, cabinet, form, condition }: PlannedPiece): unknown[] => [
  id,
  zoneId,
  wall,
  cabinet,
  form,
  ...OF_THE_SURVEY.map((field) => (field === 'hinges' ? JSON.stringify(condition.hinges) : condition[field])),
];

/** What is done in the house beside coating, where that is planned. */
export const visitsOf = (
  choice: Choice,
  pieces: readonly PlannedPiece[],
  lots: readonly Lot[],
  route: readonly Step[],
): VisitStep[] =>
  choice.visits
    ? atPace(
        visitSteps({
          ...{ lots, pieces, route },
          carried: choice.place !== 'house',
          travelMinutes: choice.rules.travelMinutes,
          minutes: visitMinutes(choice.visitMinutes),
        }),
        choice.paces,
      )
    : [];

/** @throws Error when a figure is missing */
export function waysOf(choice: Choice, kitchen: Surveyed, pieces: readonly PlannedPiece[]): Ways {
  const own = pieces.map((p) => surveyKey(p).join(' '));
  const key = [kitchen.unit, kitchen.surveyed, JSON.stringify(kitchen.materials ?? {}), ...own].join('\n');
  return known(choice, key, () => {
    const { areas, parts } = fixedOf(kitchen, pieces);
    const fixed = atPace(siteRoute(fixedParts(choice, areas)), choice.paces);
    const own = choice.fixed ? { site: fixed, parts } : { site: [], parts: [] };
    return { plainRoute: routeOf(choice, pieces), fixed, ...own };
  });
}
