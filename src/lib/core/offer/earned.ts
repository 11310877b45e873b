/** What an accepted offer has earned or lost by what was recorded since. Docs: docs/methods/offer.md */
import { costWith, paintWith, priceWith, stepsWith, type Offer } from './offer';
import { labourCents } from './price';

interface EarnedStep {
  key: string;
  act: string;
  kitchen: boolean;
  /** minutes of hands; `came` null before anything of it is recorded */
  offered: number;
  came: number | null;
  /** all of it is done: only then it is earned or lost */
  done: boolean;
  /** cents saved against the offer, below 0 lost; null before it is done */
  cents: number | null;
}

interface EarnedPaint {
  name: string;
  colour: string;
  /** mL laid */
  offered: number;
  came: number;
  cents: number | null;
}

export interface Earned {
  steps: EarnedStep[];
  /** steps that were recorded and are in no line of the offer */
  notOffered: EarnedStep[];
  paint: EarnedPaint[];
  /** cents of all that is done, and of work that was not offered */
  soFar: number;
  /** what the offer leaves over its cost, and what it would leave as things stand, cents */
  offeredCents: number;
  standsCents: number;
  netCents: number;
}

/** What was recorded: minutes of hands by step, and mL laid. */
export interface Recorded {
  hours: readonly { key: string; act: string; kitchen: boolean; came: number; done: boolean }[];
  paint: readonly { name: string; colour: string; came: number }[];
  /** everything is coated: paint is counted */
  coated: boolean;
}

/**
 * Hours and paint against the offer that was accepted. What is half done is no saving; work that was not offered is lost as it comes.
 * @param taken keys of the options that were accepted
 */
export function earnedOn(offer: Offer, taken: readonly string[], recorded: Recorded): Earned {
  const { hourCents } = offer.rates;
  const came = new Map(recorded.hours.map((h) => [h.key, h]));
  const offered = stepsWith(offer, taken);
  const steps = offered.map(({ key, act, kitchen, minutes }): EarnedStep => {
    const own = came.get(key);
    const done = own?.done ?? false;
    return {
      ...{ key, act, kitchen, offered: minutes, done },
      came: own?.came ?? null,
      cents: own && done ? labourCents(minutes - own.came, hourCents) : null,
    };
  });
  const known = new Set(offered.map((s) => s.key));
  const notOffered = recorded.hours
    .filter((h) => !known.has(h.key))
    .map(({ key, act, kitchen, came: minutes, done }): EarnedStep => ({
      ...{ key, act, kitchen, offered: 0, came: minutes, done },
      cents: labourCents(-minutes, hourCents),
    }));
  const paint = paintWith(offer, taken).flatMap(({ name, colour, laidMl, cents }): EarnedPaint[] => {
    const own = recorded.paint.find((p) => p.name === name && p.colour === colour);
    if (!own) return [];
    const worth = laidMl > 0 ? Math.round((cents * (laidMl - own.came)) / laidMl) : 0;
    return [{ name, colour, offered: laidMl, came: own.came, cents: recorded.coated ? worth : null }];
  });
  const soFar = [...steps, ...notOffered, ...paint].reduce((sum, s) => sum + (s.cents ?? 0), 0);
  const { netCents } = priceWith(offer, taken);
  const offeredCents = netCents - costWith(offer, taken);
  return { steps, notOffered, paint, soFar, offeredCents, standsCents: offeredCents + soFar, netCents };
}
