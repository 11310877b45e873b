/** What a piece gets once it hangs, and what is not to be left over. */
import { frozen } from '../../frozen';

export const FITTINGS = frozen(['bumpers', 'felt', 'handle', 'bag'] as const);
export type Fitting = (typeof FITTINGS)[number];

export const FITTING_WORDS: Record<Fitting, { due: string; done: string }> = frozen({
  bumpers: { due: 'new bumpers', done: 'Bumpers on' },
  felt: { due: 'felt where film meets film', done: 'Felt on' },
  handle: { due: 'handle', done: 'Handle on' },
  bag: { due: 'its bag empty, every screw in', done: 'Bag empty, screws in' },
});
