import { Refused } from '$server/refused';

/** The refusal that an act ends with. @throws Error where nothing is refused, and whatever else the act throws */
export const refusal = (act: () => unknown): Refused => {
  try {
    act();
  } catch (error) {
    if (error instanceof Refused) return error;
    throw error;
  }
  throw new Error('Nothing was refused');
};
