/** Kitchens of many sizes as jobs to be planned, to measure plans against the foreman's rule. The seed is the kitchen. Invented. */
import { SYSTEMS } from '$core/coating/systems/index';
import type { PlanInputs } from '$core/job-plan/inputs';
import { seeded } from '$core/units/random';
import { planInputs } from './plan-inputs';

const CREW = ['ines', 'tobin', 'maud', 'osei', 'lena', 'piet'];
const CABINETS = [
  'base 36 : drawer / pair',
  'base 18 : drawer / door L',
  'upper 30 : pair',
  'upper 15 : door R',
];
/** pieces of each of those */
const PIECES = [3, 2, 2, 1];

/** Twenty to a hundred and ten pieces, one to six people, a rack for half of the pieces to all, in house, tent and shop. */
export function foremanKitchen(seed: number): PlanInputs {
  const random = seeded(seed * 7919);
  const between = (low: number, high: number): number => low + Math.floor(random() * (high - low + 1));
  const wanted = between(20, 110);
  const walls: string[] = [];
  let pieces = 0;
  for (let k = 0; pieces < wanted; k++) {
    if (k % 12 === 0) walls.push(`wall Wall ${k / 12 + 1}`);
    const kind = between(0, CABINETS.length - 1);
    walls.push(CABINETS[kind] ?? '');
    pieces += PIECES[kind] ?? 0;
  }
  const rackSlots = Math.max(8, Math.round(pieces * (0.5 + random() / 2)));
  const systems = SYSTEMS.slice(0, 3);
  const system = systems[between(0, systems.length - 1)];
  if (!system) throw new Error('There are no systems');
  const place = (['house', 'tent', 'shop'] as const)[between(0, 2)] ?? 'tent';
  const inputs = planInputs(
    system,
    {
      ...{ rackSlots, place, visits: true, fixed: true },
      lotSize: Math.min(rackSlots, between(6, 16)),
      workers: CREW.slice(0, between(1, 6)),
      stages: random() < 0.3 ? 'lowers-first' : 'together',
      rules: { travelMinutes: place === 'shop' ? between(10, 40) : place === 'tent' ? 2 : 0 },
    },
    () => ({}),
    { surveyed: `${walls.join('\n')}\n` },
  );
  // One colour: what a household usually asks for.
  return {
    ...inputs,
    zones: inputs.zones.slice(0, 1),
    pieces: inputs.pieces.map((p) => ({ ...p, zoneId: inputs.zones[0]?.id ?? '' })),
  };
}
