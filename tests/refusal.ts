import { Refused } from '$server/base/refused';

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

/** The refusal that a promise ends with. @throws Error where nothing is refused, and whatever else it is broken by */
export const refusalOf = async (act: Promise<unknown>): Promise<Refused> => {
  const end = await act.then(
    () => null,
    (error: unknown) => ({ error }),
  );
  if (end === null) throw new Error('Nothing was refused');
  if (end.error instanceof Refused) return end.error;
  throw end.error;
};
