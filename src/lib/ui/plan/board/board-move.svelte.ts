/** A bar of the board that is moved, by pointer or by key, and what a pin there would give. */
import { MINUTE } from '$core/units/durations';
import type { Bar } from '$server/services/plan/bar';
import type { BoardScale } from './board-scale';

/** Minutes that a bar snaps to, that an arrow key moves it, and that one with Shift does. */
const SNAP = 5;
const NUDGE = 15;
const LEAP = 60;

interface Board {
  scale: () => BoardScale;
  /** left edge of the drawing on the screen, px */
  left: () => number;
  now: () => number;
  /** what a pin would give, in words; asked while a bar is dragged */
  onTry?: ((operation: string, at: number) => Promise<string>) | undefined;
  /** a bar was dropped, or its pin taken away (null) */
  onPin?: ((operation: string, at: number | null) => void) | undefined;
}

const snapped = (ms: number): number => Math.round(ms / (SNAP * MINUTE)) * SNAP * MINUTE;

export class BoardMove {
  /** The bar that is moved, and where to; the pointer is null where keys move it. */
  bar: { bar: Bar; at: number; pointer: number | null; grip: number } | null = $state(null);
  #asking = false;
  #asked = '';
  #answer = $state({ place: '', says: '' });
  readonly #board: Board;

  constructor(board: Board) {
    this.#board = board;
  }

  /** What comes of the bar at the minute where it is; empty until that is known. */
  get outcome(): string {
    return this.#answer.place === this.#place() ? this.#answer.says : '';
  }

  can = (bar: Bar): boolean => bar.operation !== null && this.#board.onPin !== undefined;

  grab = (event: PointerEvent & { currentTarget: Element }, bar: Bar): void => {
    if (!this.can(bar) || event.button !== 0) return;
    this.#forget();
    const px = event.clientX - this.#board.left();
    this.bar = { bar, at: bar.start, pointer: event.pointerId, grip: px - this.#board.scale().x(bar.start) };
    event.currentTarget.setPointerCapture(event.pointerId);
  };

  drag = (event: PointerEvent): void => {
    const moving = this.bar;
    if (moving?.pointer !== event.pointerId) return;
    const px = event.clientX - this.#board.left();
    const at = this.#notPast(this.#board.scale().momentAt(px - moving.grip));
    if (at === moving.at) return;
    this.bar = { ...moving, at };
    void this.#ask();
  };

  drop = (event: PointerEvent): void => {
    if (this.bar?.pointer !== event.pointerId) return;
    const { bar, at } = this.bar;
    this.bar = null;
    if (bar.operation && Math.abs(at - bar.start) >= SNAP * MINUTE) this.#board.onPin?.(bar.operation, at);
  };

  /** Ends the move without a pin. */
  leave = (): void => {
    this.bar = null;
  };

  /** Ends a move by keys, when the focus goes elsewhere. */
  blur = (): void => {
    if (this.bar?.pointer === null) this.bar = null;
  };

  key = (event: KeyboardEvent, bar: Bar): void => {
    if (!this.can(bar) || !bar.operation) return;
    const step = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
    if (step) {
      event.preventDefault();
      if (this.bar?.bar.id !== bar.id) this.#forget();
      const was = this.bar?.bar.id === bar.id ? this.bar.at : bar.start;
      const at = this.#notPast(was + step * (event.shiftKey ? LEAP : NUDGE) * MINUTE);
      this.bar = { bar, at, pointer: null, grip: 0 };
      void this.#ask();
    } else if (event.key === 'Enter' && this.bar?.bar.id === bar.id) {
      event.preventDefault();
      const { at } = this.bar;
      this.bar = null;
      this.#board.onPin?.(bar.operation, at);
    } else if (event.key === 'Escape') this.bar = null;
    else if ((event.key === 'Delete' || event.key === 'Backspace') && bar.pinned)
      this.#board.onPin?.(bar.operation, null);
  };

  #notPast(ms: number): number {
    return Math.max(snapped(this.#board.now() + SNAP * MINUTE), snapped(ms));
  }

  /** What was said before another move says nothing of it: the plan may be another one. */
  #forget(): void {
    this.#asked = '';
    this.#answer = { place: '', says: '' };
  }

  /** The bar that is moved and its minute, to compare. */
  #place(): string {
    return this.bar ? `${this.bar.bar.id} ${this.bar.at}` : '';
  }

  /** Asks for the newest place only, one question at a time. */
  async #ask(): Promise<void> {
    const { onTry } = this.#board;
    if (this.#asking || !this.bar?.bar.operation || !onTry) return;
    const { bar, at } = this.bar;
    const place = this.#place();
    if (this.#asked === place) return;
    this.#asking = true;
    this.#asked = place;
    const says = await onTry(bar.operation ?? '', at).catch((error: unknown) =>
      error instanceof Error ? error.message : '',
    );
    this.#asking = false;
    this.#answer = { place, says };
    if (this.bar) void this.#ask();
  }
}
