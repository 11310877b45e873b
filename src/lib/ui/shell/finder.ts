/** A page that shows pieces by itself takes what is typed into the field at the top; elsewhere the server looks it up. */
let open: ((code: string) => boolean) | null = null;

/** @param find opens the piece of a code, or says that there is none. @returns ends it */
export function findHere(find: (code: string) => boolean): () => void {
  open = find;
  return () => {
    if (open === find) open = null;
  };
}

/** @returns whether the page showed it */
export const findOnPage = (code: string): boolean => open?.(code) ?? false;

/** The field at the top of a job's pages. */
export const FINDER = 'find';

/** Puts the focus into the field. @returns whether the page has it */
export function focusFinder(): boolean {
  const field = document.getElementById(FINDER);
  field?.focus();
  return field !== null;
}
