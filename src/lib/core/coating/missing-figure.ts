/** A figure of a product that a computation needs and nobody gave. */
export class MissingFigure extends Error {
  /** @param product its name @param stage what the figure is for */
  constructor(product: string, stage: string) {
    super(`${product} has no figure for “${stage}”: give one before planning with it`);
    this.name = 'MissingFigure';
  }
}

/** What is made; null where a figure that it needs is missing. @throws any other error */
export function ifKnown<T>(make: () => T): T | null {
  try {
    return make();
  } catch (error) {
    if (error instanceof MissingFigure) return null;
    throw error;
  }
}
