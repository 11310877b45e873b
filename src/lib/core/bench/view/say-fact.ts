/** A fact in a line of words, for the list of what was just recorded. */
import { entryOf, type FactBody } from '../log/events';
import type { SayContext } from '../facts/kind';

/** A fact in words, as the bench lists it. */
export const sayFact = (context: SayContext, body: FactBody): string => entryOf(body).say(body, context);
