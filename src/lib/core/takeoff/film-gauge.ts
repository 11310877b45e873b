/** A wet-film comb: the film lies between the last tooth that came out wet and the first that stayed dry. */
import { frozen } from '../frozen';
import { wetFilm } from './film';

/** Below and above these shares of the target a film is too thin or too thick. Common practice, no source. */
const FILM_LIMITS = frozen({ thin: 0.8, thick: 1.25 } as const);

interface FilmVerdict {
  /** µm, the middle of the two teeth */
  wetUm: number;
  /** dry film it will leave, µm */
  dryUm: number;
  /** over the target */
  ratio: number;
  says: 'thin' | 'right' | 'thick';
  todo: string;
}

/**
 * Judges a reading.
 * @param teeth last wet and first dry tooth, µm
 * @param product dry film wanted, µm, and volume solids, share
 * @param thinner added, share of the product
 * @throws RangeError when the teeth are the wrong way round
 */
export function judgeFilm(
  teeth: { wet: number; dry: number },
  product: { dryFilm: number; solids: number },
  thinner = 0,
): FilmVerdict {
  if (!(teeth.wet >= 0 && teeth.dry > teeth.wet))
    throw new RangeError('The first dry tooth is higher than the last wet one');
  const wetUm = (teeth.wet + teeth.dry) / 2;
  const ratio = wetUm / wetFilm(product.dryFilm, product.solids, thinner);
  const says = ratio < FILM_LIMITS.thin ? 'thin' : ratio > FILM_LIMITS.thick ? 'thick' : 'right';
  const todo = {
    thin: 'Lay more: slower, or another light pass while it is wet.',
    right: 'Go on so.',
    thick: 'Lay less, and look for runs at edges and corners. It will dry later too.',
  }[says];
  return { wetUm, dryUm: (wetUm * product.solids) / (1 + thinner), ratio, says, todo };
}
