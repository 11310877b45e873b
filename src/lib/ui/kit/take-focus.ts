/** What opens at a touch takes the focus: whoever goes on typing writes there. */
const FIRST = 'input:not([type=hidden]):not([disabled]), textarea:not([disabled]), select:not([disabled])';

/** For `{@attach}`: the first field in an element has the focus from when it is there. */
export function takeFocus(element: HTMLElement): void {
  (element.querySelector<HTMLElement>(FIRST) ?? element).focus();
}
