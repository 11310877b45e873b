/** Errors as lines of the server's log, each under a number that the person who met it is told. */
import { v7 as newId } from 'uuid';

export interface Asked {
  method: string;
  /** the address without what was asked there: that may name people */
  path: string;
  job: string | undefined;
  /** since it was asked, ms; undefined where nobody knows */
  took: number | undefined;
}

/** @returns the number to ask for it by */
export function logError(
  { method, path, job, took }: Asked,
  reason: unknown,
  write: (line: string, reason: unknown) => void = console.error,
): string {
  const id = newId().slice(-8);
  const more = [job && `job ${job}`, took !== undefined && `${Math.round(took)} ms`].filter(Boolean);
  write(`Error ${id}: ${[`${method} ${path}`, ...more].join(', ')}:`, reason);
  return id;
}
