/** The database that cannot be written, or read, just now: held by another program, or no room on the disk. */

const WORDS: [code: RegExp, words: string][] = [
  [
    /^SQLITE_(BUSY|LOCKED)/,
    'Another program holds the database. Nothing was saved. Close that program, or try again in a moment.',
  ],
  [
    /^SQLITE_FULL/,
    'There is no room left on the disk. Nothing was saved. Make room, then try again: what was kept before is safe.',
  ],
  [
    /^SQLITE_(CORRUPT|NOTADB)/,
    'A part of the database is damaged: this cannot be read or saved. Stop Anthem, copy the database with its -wal and -shm to a safe place, and put your last copy back.',
  ],
  [
    /^SQLITE_(READONLY|CANTOPEN|IOERR|PERM)/,
    'The database cannot be written. Nothing was saved. Look at the disk and at the rights of the file.',
  ],
];

/** @returns what is wrong with the database, in words; null for any other error */
export function unavailable(error: unknown): string | null {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  return WORDS.find(([known]) => known.test(code))?.[1] ?? null;
}

/** Whether another program holds the database. */
export const isHeld = (error: unknown): boolean =>
  error instanceof Error && 'code' in error && /^SQLITE_(BUSY|LOCKED)/.test(String(error.code));

/**
 * Stores what can be made again: where the database cannot be written now, it is left for the next time.
 * @returns whether it was stored
 * @throws any other error
 */
export function storeIfPossible(store: () => void): boolean {
  try {
    store();
    return true;
  } catch (error) {
    const why = unavailable(error);
    if (why === null) throw error;
    console.error(why);
    return false;
  }
}
