import { readNotation, type NotationError } from '$core/kitchen/notation';
import { matchPieces, surveyPieces } from '$core/kitchen/pieces';
import { USUAL_CONDITION } from '$core/kitchen/condition';
import { textMark } from '$core/units/text-mark';
import { v7 as newId } from 'uuid';
import type { Db } from '../../db/open';
import { writeNotation } from '../../store/jobs';
import { writePieces, type Piece } from '../../store/pieces';
import { openJob } from '../job/open-job';
import { divideLots } from '../job/lots';
import { codesOf } from '../job/codes';
import { Refused } from '../../base/refused';
import { refreshSummary } from '../job/summaries';

interface SavedSurvey {
  errors: NotationError[];
  pieces: number;
}

const MAX_TEXT = 100_000;

/**
 * Saves a survey. The text is always kept as typed; the pieces follow it only when every line can be read. Pieces that
 * were there before keep their id, and their code once they are labelled.
 * @param base mark of the text that it was begun from; null: whatever is saved is overwritten
 * @throws Refused 409 when another text was saved meanwhile, or a piece that has facts would vanish, 422 when the text is too long
 */
export function saveSurvey(db: Db, jobId: string, text: string, base: string | null = null): SavedSurvey {
  if (text.length > MAX_TEXT)
    throw new Refused(422, `A survey has at most ${MAX_TEXT} letters. Split the job in two.`, 'notation');
  return db
    .transaction((): SavedSurvey => {
      const { job, pieces, state, zones, choice } = openJob(db, jobId);
      if (base && base !== textMark(job.notation) && text !== job.notation)
        throw new Refused(
          409,
          'The survey was saved by somebody else since you began. Your text is still here: load the page again to see theirs, or save yours in its place.',
          'base',
        );
      const reading = readNotation(text, job.unit);
      if (reading.errors.length) {
        writeNotation(db, jobId, text, job.surveyed);
        return { errors: reading.errors, pieces: pieces.length };
      }
      const before = readNotation(job.surveyed, job.unit).kitchen;
      const was = matchPieces(before, reading.kitchen).map((i) => (i === null ? undefined : pieces[i]));
      const gone = pieces.filter((p) => !was.includes(p) && state.pieces.has(p.id));
      if (gone.length) {
        throw new Refused(
          409,
          `The survey no longer has ${gone.map((p) => p.code).join(' ')}, which work is recorded on. Put the cabinet back, or take that work back first.`,
          'notation',
        );
      }
      const zone = zones[0];
      if (!zone) throw new Refused(409, 'The job has no colour zone.');
      const surveyed = surveyPieces(reading.kitchen);
      const next: Piece[] = surveyed.map((piece, position) => {
        const old = was[position];
        return {
          ...piece,
          position,
          id: old?.id ?? newId(),
          zoneId: old?.zoneId ?? zone.id,
          lotId: old?.lotId ?? null,
          code: old?.code ?? '',
          condition: old?.condition ?? USUAL_CONDITION,
        };
      });
      const codes = codesOf(db, { job, zones, state, pieces: next });
      writePieces(
        db,
        jobId,
        next.map((p, i) => ({ ...p, code: codes[i] ?? '' })),
      );
      writeNotation(db, jobId, text, text);
      if (choice) divideLots(db, jobId, choice);
      refreshSummary(db, jobId);
      return { errors: [], pieces: next.length };
    })
    .immediate();
}
