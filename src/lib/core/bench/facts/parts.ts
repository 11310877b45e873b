/** Parts that the schemas of several kinds of facts share. */
import { z } from 'zod';
import { SITE } from '../../takeoff/site-route';

export const id = z.uuid();
export const pieces = z.array(id).min(1, 'Name at least one piece').max(500);
/** What work is done on: pieces, or the kitchen itself. */
export const targets = z
  .array(z.union([id, z.literal(SITE)]))
  .min(1, 'Name at least one piece')
  .max(500);
export const reason = z.string().trim().min(3, 'Say why, in a few words').max(500);
export const place = z.string().trim().min(1, 'Say where').max(80, 'A place has at most 80 letters');
export const note = z.string().trim().max(2000).default('');

/** A guard that was overruled, with the reason given. */
const overrideSchema = z.object({ rule: z.string().max(40), reason });
export type Override = z.infer<typeof overrideSchema>;
/** Guards that were overruled, each with its own reason. One alone may stand without a list. */
export const overrides = z.union([overrideSchema, z.array(overrideSchema).min(1).max(40)]).optional();

/** The guards that a fact overrules. */
export const overridesOf = (body: object): readonly Override[] => {
  const given = 'override' in body ? (body.override as z.infer<typeof overrides>) : undefined;
  return given === undefined ? [] : Array.isArray(given) ? given : [given];
};
