/** What the fixed work of a kitchen is made of, where it is not as the fronts. */
import { fixedMaterialsSchema, type FixedMaterials } from '$core/kitchen/fixed-material';
import type { Db } from '../../db/open';
import { readInput } from '../../base/read-input';
import { writeMaterials } from '../../store/jobs';
import { openJob } from '../job/open-job';

/**
 * Notes materials by kind; what is not named stays as it was.
 * @throws Refused 422 for a kind or a material that there is not, 404 when there is no such job
 */
export function noteMaterials(db: Db, job: string, input: unknown): FixedMaterials {
  const given = readInput(fixedMaterialsSchema, input, 'That cannot be noted.');
  return db
    .transaction(() => {
      const materials = { ...openJob(db, job).job.materials, ...given };
      writeMaterials(db, job, materials);
      return materials;
    })
    .immediate();
}
