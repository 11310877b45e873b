/** Fixed work for tests: areas by colour, in one finish. */
import type { Finish } from '$core/coating/finish';
import { usualCounts, type System } from '$core/coating/system';
import type { FixedArea } from '$core/takeoff/fixed-zones';
import { siteRoute, type FixedPart, type SiteStep } from '$core/takeoff/site-route';

export const finishOf = (system: System, more: Partial<Finish> = {}): Finish => ({
  key: '',
  system,
  counts: usualCounts(system),
  tool: system.tool,
  fullness: { first: 1, later: 1 },
  ...more,
});

/** Face frames of one colour, m², of base cabinets, as the fronts are. */
export const frames = (zone: string, areaM2: number, more: Partial<FixedArea> = {}): FixedArea => ({
  zone,
  kind: 'face-frame',
  material: 'as the fronts',
  upper: false,
  wall: 'North',
  island: false,
  areaM2,
  ...more,
});

export const partOf = (finish: Finish, ...areas: FixedArea[]): FixedPart => ({
  id: areas[0]?.zone ?? '',
  zone: areas[0]?.zone ?? '',
  areas,
  finish,
});

/** The steps of face frames in some colours, m² by zone. */
export const siteOf = (
  system: System,
  zones: Record<string, number>,
  more: Partial<Finish> = {},
): SiteStep[] =>
  siteRoute(Object.entries(zones).map(([zone, area]) => partOf(finishOf(system, more), frames(zone, area))));
