/** `1 piece`, `12 pieces`. */
export const pieces = (n: number): string => `${n} ${n === 1 ? 'piece' : 'pieces'}`;
