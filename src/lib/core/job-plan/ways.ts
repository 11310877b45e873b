/** What a choice makes of a kitchen: its system with its schools, the pieces' route, and the steps of the fixed work. */
import { atPace } from '../bench/view/pace';
import type { Pattern } from '../coating/pattern';
import { buildRoute, type Step } from '../coating/route';
import { mergeRoutes, sparingBacks } from '../coating/routes-apart';
import { applySchools, FILM_OF } from '../coating/schools';
import type { System } from '../coating/system';
import type { Condition } from '../kitchen/condition';
import type { Choice } from '../planning/job/choice';
import { fixedOf } from '../takeoff/fixed-zones';
import { siteRoute, type SiteStep } from '../takeoff/site-route';
import { keepLast } from '../units/keep-last';
import type { LengthUnit } from '../units/length';

/** What a plan knows of a piece. */
export interface PlannedPiece {
  id: string;
  zoneId: string;
  wall: string;
  cabinet: number;
  condition: Pick<Condition, 'faces' | 'inside'>;
}

/** A kitchen as it was surveyed. */
export interface Surveyed {
  unit: LengthUnit;
  surveyed: string;
}

export interface Ways {
  system: System;
  /** without what flaws ask for */
  plainRoute: Step[];
  /** steps of the fixed work; empty where it is not planned */
  site: SiteStep[];
}

/**
 * The route of a choice: its system with its schools, turned as each colour is, backs left as they are where they stay.
 * @throws Error when a figure is missing
 */
export function routeOf(
  choice: Choice,
  pieces: readonly { id: string; zoneId: string; condition: { faces: 'both' | 'front' } }[],
): Step[] {
  const system = applySchools(choice.system, choice.schools);
  const way = (zone: string): Pattern => choice.patterns[zone] ?? choice.pattern;
  const patterns = new Set([choice.pattern, ...pieces.map((p) => way(p.zoneId))]);
  const ways = [...patterns].map((pattern) => ({
    pattern,
    pieces: new Set(pieces.flatMap((p) => (way(p.zoneId) === pattern ? [p.id] : []))),
    route: buildRoute(system, choice.counts, choice.tool, pattern, FILM_OF[choice.schools.film]),
  }));
  const frontOnly = new Set(pieces.flatMap((p) => (p.condition.faces === 'front' ? [p.id] : [])));
  return sparingBacks(atPace(mergeRoutes(ways), choice.paces), frontOnly);
}

/** Made once for the same choice, survey and pieces: nobody changes what was made. */
const known = new WeakMap<Choice, (key: string, make: () => Ways) => Ways>();

/** @throws Error when a figure is missing */
export function waysOf(choice: Choice, kitchen: Surveyed, pieces: readonly PlannedPiece[]): Ways {
  const kept = known.get(choice) ?? keepLast<Ways>(8);
  known.set(choice, kept);
  const own = pieces.map((p) =>
    [p.id, p.zoneId, p.wall, p.cabinet, p.condition.faces, p.condition.inside].join(' '),
  );
  return kept([kitchen.unit, kitchen.surveyed, ...own].join('\n'), () => {
    const system = applySchools(choice.system, choice.schools);
    const plainRoute = routeOf(choice, pieces);
    const site = choice.fixed ? siteRoute(system, plainRoute, fixedOf(kitchen, pieces).byZone) : [];
    return { system, plainRoute, site };
  });
}
