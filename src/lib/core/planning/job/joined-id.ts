/** Ids of what belongs to one job within a problem of several. */

const SEPARATOR = '|';

/** The id that something of a job has in a problem of several jobs. @example ownId("a", "kitchen") // "a|kitchen" */
export const ownId = (job: string, id: string): string => `${job}${SEPARATOR}${id}`;

/** Job and operation of an operation of a joined problem. */
export function readOwnId(id: string): { job: string; operation: string } {
  const at = id.indexOf(SEPARATOR);
  return { job: id.slice(0, at), operation: id.slice(at + 1) };
}
