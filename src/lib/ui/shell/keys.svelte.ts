/** Single keys of the page: when they act, and whether this device wants them (WCAG 2.1.4, Character Key Shortcuts). */
const KEPT = 'anthem-single-keys';

let wanted = $state(true);

/** Reads what this device keeps. */
export function readSingleKeys(): void {
  try {
    wanted = localStorage.getItem(KEPT) !== 'off';
  } catch {
    // A browser that keeps nothing has them on.
  }
}

export const singleKeys = {
  get on(): boolean {
    return wanted;
  },
  set on(value: boolean) {
    wanted = value;
    try {
      localStorage.setItem(KEPT, value ? 'on' : 'off');
    } catch {
      // It holds until the page is left.
    }
  },
};

/** Whether something is a field that people write in. */
export const isWritten = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    target.matches(
      'input:not([type=checkbox], [type=radio], [type=button], [type=submit]), textarea, select',
    ));

/** Whether nothing on the page has the focus: only then a single key is no part of something else that is done there. */
export const isFree = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target === document.body || target.id === 'main');

/** The panel that is open before the page; null where there is none. */
export const openPanel = (): HTMLElement | null => document.querySelector<HTMLElement>('dialog[open]');
