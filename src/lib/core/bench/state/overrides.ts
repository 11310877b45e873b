/** Guards that a fact overrules, each with a reason. */
import { z } from 'zod';

export const reason = z.string().trim().min(3, 'Say why, in a few words').max(500);

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
