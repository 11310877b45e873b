/** The crew: who is on it, by what name and in what role. */
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import type { Db } from '../../db/open';
import { readInput } from '../../base/read-input';
import { Refused } from '../../base/refused';
import { insertWorker, listWorkers, writeWorker } from '../../store/workers';

const personSchema = z.object({
  name: z
    .string()
    .trim()
    .min(1, 'Give a name of 1 to 60 letters.')
    .max(60, 'Give a name of 1 to 60 letters.'),
  role: z
    .string()
    .trim()
    .max(40, 'A role has at most 40 letters.')
    .transform((role) => role || 'painter'),
});

/** @throws Refused 422 where somebody else has the name */
function mustBeFree(db: Db, name: string, but: string | null): void {
  const other = listWorkers(db).find((w) => w.id !== but && w.name.toLowerCase() === name.toLowerCase());
  if (other) throw new Refused(422, `There is a ${other.name} already.`, 'name');
}

/** @throws Refused 422 for a name that cannot be or is taken @returns the name */
export function addPerson(db: Db, input: unknown): string {
  const { name, role } = readInput(personSchema, input, 'Give a name.');
  return db
    .transaction(() => {
      mustBeFree(db, name, null);
      insertWorker(db, { id: newId(), name, role });
      return name;
    })
    .immediate();
}

/**
 * Names a person otherwise, or changes the role. What was recorded stays with the person.
 * @throws Refused 404 for nobody, 422 for a name that cannot be or is taken
 */
export function renamePerson(db: Db, id: string, input: unknown): string {
  const { name, role } = readInput(personSchema, input, 'Give a name.');
  return db
    .transaction(() => {
      if (!listWorkers(db).some((w) => w.id === id))
        throw new Refused(404, 'That person is not on the crew any more.', 'worker');
      mustBeFree(db, name, id);
      writeWorker(db, { id, name, role });
      return name;
    })
    .immediate();
}

/** @throws Refused 422 for nobody */
export function mustBeOnCrew(db: Db, id: string): void {
  if (!listWorkers(db).some((w) => w.id === id))
    throw new Refused(422, 'Choose one of the people.', 'worker');
}
