import { conditionSchema, type Condition } from '$core/kitchen/condition';
import { z } from 'zod';
import type { Db } from '../../db/open';
import { writeConditions } from '../../store/pieces';
import { openJob } from '../job/open-job';
import { readInput } from '../../base/read-input';
import { Refused } from '../../base/refused';

/** What may be said about several pieces at once; what is not named stays. */
const saidSchema = z.object({
  wood: conditionSchema.shape.wood.unwrap().optional(),
  oldFinish: conditionSchema.shape.oldFinish.unwrap().optional(),
  grease: conditionSchema.shape.grease.unwrap().optional(),
  wear: conditionSchema.shape.wear.unwrap().optional(),
  chips: z.boolean().optional(),
  water: z.boolean().optional(),
  glaze: z.boolean().optional(),
  loose: z.boolean().optional(),
  fresh: z.boolean().optional(),
  profile: conditionSchema.shape.profile.unwrap().unwrap().optional(),
  box: z.boolean().optional(),
  hinges: conditionSchema.shape.hinges.unwrap().optional(),
  handles: conditionSchema.shape.handles.unwrap().optional(),
  inside: z.boolean().optional(),
  faces: conditionSchema.shape.faces.unwrap().optional(),
  note: conditionSchema.shape.note.unwrap().optional(),
});

/**
 * Notes the same about pieces.
 * @param said what is said; what it does not name stays as it was
 * @returns how many pieces
 * @throws Refused 422 when nothing or something unknown is said, or no piece of the job is named
 */
export function noteCondition(db: Db, jobId: string, ids: readonly string[], said: unknown): number {
  const given = readInput(saidSchema, said, 'That cannot be noted.');
  const change = Object.fromEntries(
    Object.entries(given).filter(([, v]) => v !== undefined),
  ) as Partial<Condition>;
  if (Object.keys(change).length === 0) throw new Refused(422, 'Say what to note about the pieces.');
  return db
    .transaction(() => {
      const chosen = openJob(db, jobId).pieces.filter((p) => ids.includes(p.id));
      if (chosen.length === 0) throw new Refused(422, 'Choose the pieces first.', 'piece');
      writeConditions(
        db,
        jobId,
        chosen.map((p) => ({ id: p.id, condition: { ...p.condition, ...change } })),
      );
      return chosen.length;
    })
    .immediate();
}
