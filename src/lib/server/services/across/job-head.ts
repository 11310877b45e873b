/** What stands above every page of a job: its stations, the day, the air that was read last. */
import { judgeAir } from '$core/air/humid-air';
import { NO_COLOUR } from '$core/kitchen/colour';
import type { Db } from '../../db/open';
import { listWorkers } from '../../store/workers';
import { stations } from './spine';
import { notAsAccepted } from '../offer/accepted';
import { chancesOf } from '../plan/chances';
import { today } from '../plan/bars';
import type { JobWithPlan } from '../plan/open-planned';
import { withFaults } from '../job/each-job';

/** An air reading older than this is not shown in the top line, ms. */
const AIR_AGE = 4 * 3_600_000;

export function jobHead(db: Db, job: JobWithPlan, now: number) {
  const { file, plan, planning } = job;
  const names = new Map(listWorkers(db).map((w) => [w.id, w.name]));
  const reading = [...file.state.air.values()]
    .filter((a) => now - a.at < AIR_AGE)
    .sort((a, b) => b.at - a.at)[0];
  const zone = file.zones[0];
  return {
    title: file.job.name,
    jobId: file.job.id,
    zone: file.job.zone,
    unit: file.job.unit,
    colour: { name: zone?.colour ?? '', hex: zone?.hex ?? NO_COLOUR, sheen: zone?.sheen ?? '' },
    stations: stations(file, plan, planning ? null : chancesOf(db, job, now)),
    rail: today(file, plan, names, now),
    air: reading ? { ...reading, ...judgeAir(reading, { minC: 10, maxC: 32 }, file.context.measures) } : null,
    planned: file.choice !== null,
    notAsAccepted: notAsAccepted(db, file),
    colours: file.zones.length,
    about: file.zones.map((z) => z.colour).join(' and '),
    pieceCount: file.pieces.length,
    houseYear: file.job.houseYear,
    spoilt: withFaults([file]),
    planning: planning ? [planning] : [],
  };
}
export type JobHead = ReturnType<typeof jobHead>;
