/** What each field of an exported record means: names, units, scales. */
import { frozen } from '../frozen';
import { METHODS } from '../quality/check-methods';
import { FAILURES } from '../quality/failures';
import { TRAITS } from './traits';

export const RECORD_FORMAT = 'anthem.record';

/** Columns of the table of looks, with their meaning. */
export const LOOK_COLUMNS = frozen({
  job: 'Identity of the job; its name only where names were asked for',
  name: 'Name of the job; empty where names were left out',
  piece: 'Code of the piece in its kitchen',
  spell: 'Which film of the piece: 1 from the first hanging, 2 after a failure or a recoat',
  in_use: 'Day on which that film was in use: hung, or mended; ISO date, UTC',
  film_age_days: 'Days since its last coat on that day; empty where no coat is on record',
  day: 'Days from in_use to the look',
  how: 'visit; prompted: somebody came because something was reported; report: the household said when',
  method: `How it was looked at: ${Object.keys(METHODS).join(', ')}`,
  failure: `What was found; empty for sound, as far as the method speaks: ${FAILURES.map((f) => f.key).join(', ')}`,
  face: 'front or back',
  x: 'Where on the face: share of its width from the left, 0 to 1',
  y: 'Where on the face: share of its height from the top, 0 to 1',
  ended: 'Days from in_use at which the film was coated anew; empty while it goes on',
  batches: 'Cans and cups that the piece was coated from, with “; ” between them',
  ...TRAITS,
} as const);
