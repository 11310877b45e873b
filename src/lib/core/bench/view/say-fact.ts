/** A fact in a line of words, for the list of what was just recorded. */
import { entryOf, type FactBody } from '../state/events';
import type { Telling } from '../facts/kind';

export const sayFact = (told: Telling, body: FactBody): string => entryOf(body).say(body, told);
