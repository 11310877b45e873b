/** The header by which an answer is known for our own server's: it gives the version of the application. */
export const OURS = 'anthem';
