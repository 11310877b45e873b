/** The stations of a job, each with the one fact that matters. */
import { isPlan } from '$core/planning/model/infeasible';
import { plannedSteps } from '$core/planning/model/operation-id';
import { firstVisit } from '$core/quality/visits';
import { sayDate, sayDay, sayTime } from '$core/units/clock-time';
import type { StoredPlan } from '../../store/plans';
import type { OpenJob } from '../job/open-job';
import { summarise } from '../job/summaries';
import { sayChance } from '$core/units/say-chance';
import type { Chances } from '../plan/chances';
import { handBack } from '../plan/hand-back';

/** A stage of the spine. */
export interface Station {
  key: string;
  title: string;
  href: string;
  /** the one fact under the title */
  fact: string;
  done: boolean;
}

/** The day by which it is handed back with eight chances in ten; the planned one before that is known. */
const sayBy = (planned: number, chances: Chances | null, zone: string): string =>
  chances && chances !== 'asked'
    ? `8 in 10 by ${sayDay(chances.eight, zone)}`
    : `${sayDay(planned, zone)} at the earliest`;

/** @param chances of the hand-back, where they are known */
export function stations(file: OpenJob, plan: StoredPlan | null, chances: Chances | null = null): Station[] {
  const s = summarise(file);
  const { zone, id } = file.job;
  const back = handBack(plan);
  const planned = plannedSteps(plan);
  const hangs = planned.filter((p) => p.step === 'hang').map((p) => p.start);
  const at = (page: string) => `/jobs/${id}/${page}`;
  const of = (n: number) => `${n} of ${s.pieces}`;
  const lastWork = s.handedOver ?? null;
  const planFact = !file.choice
    ? 'no system yet'
    : plan && !isPlan(plan.result)
      ? 'no plan fits'
      : back
        ? `back ${sayTime(back.at, zone)}${chances && chances !== 'asked' ? `, ${sayChance(chances.chance)} sure` : ''}`
        : s.pieces === 0
          ? ''
          : s.hung === s.pieces
            ? 'all home'
            : 'no plan yet';
  return [
    {
      key: 'survey',
      title: 'Survey',
      href: at('survey'),
      fact: s.pieces ? `${s.pieces} ${s.pieces === 1 ? 'piece' : 'pieces'}` : 'draw the walls',
      done: s.pieces > 0,
    },
    { key: 'plan', title: 'Plan', href: at('plan'), fact: planFact, done: file.choice !== null },
    {
      key: 'take-down',
      title: 'Take down',
      href: at('take-down'),
      fact: s.pieces ? of(s.down) : '',
      done: s.pieces > 0 && s.down === s.pieces,
    },
    {
      key: 'coat',
      title: 'Coat',
      href: at('coat'),
      fact: s.passes ? `${s.passesDone} of ${s.passes} passes` : '',
      done: s.passes > 0 && s.passesDone === s.passes,
    },
    {
      key: 'hang',
      title: 'Hang',
      href: at('hang'),
      fact: s.hung > 0 ? of(s.hung) : hangs.length ? `from ${sayDay(Math.min(...hangs), zone)}` : '',
      done: s.pieces > 0 && s.hung === s.pieces,
    },
    {
      key: 'hand-over',
      title: 'Hand over',
      href: at('hand-over'),
      fact: lastWork !== null ? sayDate(lastWork, zone) : back ? sayBy(back.at, chances, zone) : '',
      done: lastWork !== null,
    },
    {
      key: 'check',
      title: 'Check',
      href: at('check'),
      fact: s.openTouchUps
        ? `${s.openTouchUps} to touch up`
        : s.checks
          ? `${s.checks} ${s.checks === 1 ? 'check' : 'checks'}`
          : lastWork !== null
            ? sayDay(firstVisit(lastWork), zone)
            : '',
      done: s.checks > 0 && s.openTouchUps === 0,
    },
  ];
}
