/** What a page is given so that it can ask what would gain time, what a pin would cost and how sure a date is. */
import type { Places } from '$core/air/places';
import type { Questions } from '$core/job-plan/what-ifs';
import type { Choice } from '$core/planning/job/choice';
import type { RiskModel } from '$core/planning/risk/risk-model';
import type { Db } from '../../db/open';
import { listWorkers } from '../../store/workers';
import { placeAirWith } from '../air/job-air';
import { placesOf } from '../air/place-air';
import { firstFilm, type OpenJob } from '../job/open-job';
import { learntRisk } from './learnt-risk';
import { planInputs } from './make/plan-inputs';

/** The places with the one that was chosen heated through the night, and dried where it can be. */
function warmed(places: Places, place: Choice['place']): Places {
  if (place !== 'tent') return { ...places, [place]: { ...places[place], heatedTo: 21, nightTo: 21 } };
  const { tent } = places;
  return {
    ...places,
    tent: {
      ...tent,
      heater: { ...tent.heater, on: true, nights: true },
      dehumidifier: { ...tent.dehumidifier, on: true },
    },
  };
}

/** @returns null before anything is chosen */
export function questions(db: Db, file: OpenJob, now: number): (Questions & { risk: RiskModel }) | null {
  const inputs = planInputs(db, file, now);
  if (!inputs) return null;
  const { choice, state, job } = inputs;
  const { place } = choice;
  const warmer =
    choice.air === 'place'
      ? {
          words: place === 'tent' ? 'Heat through the night and dehumidify' : 'Heat through the night',
          air: placeAirWith(db, warmed(placesOf(db), place), place, now, firstFilm(choice, state, job.zone)),
        }
      : null;
  const people = listWorkers(db).map(({ id, name }) => ({ id, name }));
  return { inputs, at: now, people, warmer, risk: learntRisk(db) };
}
