/** A job as a device keeps it, without a database: the kitchen of `planInputs`, by the sheet's waits, with the facts of a test. */
import { openBench, type Bench, type BenchPack } from '$core/bench/view/bench-job';
import type { Fact } from '$core/bench/log/events';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { routeNow, siteNow } from '$core/job-plan/job-at';
import { USUAL_CONDITION } from '$core/kitchen/condition';
import { readNotation } from '$core/kitchen/notation';
import { surveyPieces } from '$core/kitchen/pieces';
import { ISLAND, planInputs, WALLS } from './plan-inputs';

export function packOf(facts: Fact[] = [], more: Partial<BenchPack> = {}): BenchPack {
  const inputs = planInputs(SHELLAC_URETHANE);
  const drawn = surveyPieces(readNotation(inputs.job.surveyed, inputs.job.unit).kitchen);
  return {
    job: { id: inputs.job.id, name: inputs.job.name, zone: 'Etc/UTC', unit: 'in', houseYear: 1990 },
    measures: 'metric',
    people: [{ id: 'ines', name: 'Ines' }],
    zones: [
      { id: WALLS, name: 'Walls', letter: 'A', colour: 'Oatcloth', hex: '#DCCFA9', sheen: 'satin' },
      { id: ISLAND, name: 'Island', letter: 'B', colour: 'Slatewing', hex: '#54636B', sheen: 'satin' },
    ],
    otherColours: [],
    pieces: inputs.pieces.flatMap((piece, i) => {
      const place = drawn[i];
      const condition = { ...USUAL_CONDITION, ...piece.condition };
      return place ? [{ ...place, ...piece, condition, position: place.column, noted: '' }] : [];
    }),
    lots: [...inputs.lots],
    system: SHELLAC_URETHANE,
    route: routeNow(inputs),
    site: siteNow(inputs),
    air: null,
    siteAir: null,
    cureMinutes: null,
    rack: { slots: 24, length: 1200, depth: 600 },
    way: 'lying',
    place: 'tent',
    airRead: [],
    photos: [],
    planned: [],
    facts,
    now: 0,
    ...more,
  };
}

export const benchOf = (facts: Fact[] = [], more: Partial<BenchPack> = {}): Bench =>
  openBench(packOf(facts, more));
