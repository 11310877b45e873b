/** What comes in from outside is read into its schema in one way. */
import type { z } from 'zod';
import { firstFault } from '$core/units/first-fault';
import { Refused } from './refused';

/**
 * @param unnamed said where the schema has no words for what is missing
 * @throws Refused 422 with the first fault and its field
 */
export function readInput<T>(schema: z.ZodType<T>, input: unknown, unnamed: string): T {
  const parsed = schema.safeParse(input);
  if (parsed.success) return parsed.data;
  const { message, path } = firstFault(parsed.error);
  throw new Refused(422, message || unnamed, path[0] ?? null);
}
