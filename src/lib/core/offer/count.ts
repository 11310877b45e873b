/** `1 door`, `12 doors`. */
export const count = (n: number, thing: string): string => `${n} ${thing}${n === 1 ? '' : 's'}`;
