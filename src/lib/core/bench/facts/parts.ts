/** Parts that the schemas of several kinds of facts share. */
import { z } from 'zod';
import { SITE } from '../../takeoff/site-route';

export { overrides, overridesOf, reason } from '../state/overrides';

export const id = z.uuid();
export const pieces = z.array(id).min(1, 'Name at least one piece').max(500);
/** What work is done on: pieces, or the kitchen itself. */
export const targets = z
  .array(z.union([id, z.literal(SITE)]))
  .min(1, 'Name at least one piece')
  .max(500);
export const place = z.string().trim().min(1, 'Say where').max(80, 'A place has at most 80 letters');
export const note = z.string().trim().max(2000).default('');
