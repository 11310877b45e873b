import { changeFront, applyEdit } from '$core/kitchen/edit';
import { canHinge, FRONT_FORMS, SIDES } from '$core/kitchen/kitchen';
import { readNotation } from '$core/kitchen/notation';
import { z } from 'zod';
import type { Db } from '../../db/open';
import { openJob } from '../job/open-job';
import { readInput } from '../../base/read-input';
import { Refused } from '../../base/refused';
import { saveSurvey } from './save-survey';

const saidSchema = z
  .object({
    form: z.enum(FRONT_FORMS, 'Choose a form that a front can have').optional(),
    hinge: z.enum(SIDES, 'Choose a side').optional(),
  })
  .refine((s) => s.form !== undefined || s.hinge !== undefined, 'Choose a form or a hinge side');

/**
 * Changes the form or the hinge side of fronts, in the drawing they are from; each stays the piece it was.
 * @returns how many fronts
 * @throws Refused 422 when nothing that can be is said, 409 while the survey has lines to mend
 */
export function reformPieces(db: Db, jobId: string, ids: readonly string[], said: unknown): number {
  const given = readInput(saidSchema, said, 'Choose a form.');
  const { form, hinge } = given;
  return db
    .transaction(() => {
      const { job, pieces } = openJob(db, jobId);
      if (job.notation !== job.surveyed)
        throw new Refused(409, 'The survey has lines to mend. Mend them under Draw first.', 'form');
      const chosen = pieces.filter((p) => ids.includes(p.id) && p.form !== 'shelf');
      if (chosen.length === 0)
        throw new Refused(422, 'Choose doors, drawers or other fronts first.', 'piece');
      const text = chosen.reduce((t, piece) => {
        const { walls } = readNotation(t, job.unit).kitchen;
        const wall = walls.findIndex((w) => w.name === piece.wall);
        const cabinet = walls[wall]?.cabinets[piece.cabinet];
        const front = cabinet?.rows[piece.row]?.fronts[piece.column];
        if (!cabinet || !front) return t;
        const next = form ?? front.form;
        return applyEdit(t, job.unit, {
          kind: 'change',
          at: { wall, cabinet: piece.cabinet },
          cabinet: changeFront(cabinet, piece, {
            form: next,
            hinge: canHinge(next) ? (hinge ?? front.hinge ?? 'left') : null,
          }),
        });
      }, job.surveyed);
      saveSurvey(db, jobId, text);
      return chosen.length;
    })
    .immediate();
}
