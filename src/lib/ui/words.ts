/** `1 piece`, `12 pieces`. */
export const pieces = (n: number): string => `${n} ${n === 1 ? 'piece' : 'pieces'}`;

/** `1 photo`, `12 photos`: a count of things whose plural takes an s. */
export const counted = (n: number, thing: string): string => `${n} ${thing}${n === 1 ? '' : 's'}`;

/** As a sentence begins, and as it goes on. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
export const small = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1);
