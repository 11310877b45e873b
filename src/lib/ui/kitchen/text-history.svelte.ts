/** A text with its past: typing close together is one step back, any other change one of its own. */

/** Keys pressed within this are one step, ms. */
const TOGETHER = 900;
const MOST = 300;

export interface TextHistory {
  readonly text: string;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  /** a change by typing */
  type: (next: string, now: number) => void;
  /** a change at one stroke */
  change: (next: string) => void;
  undo: () => void;
  redo: () => void;
}

export function textHistory(first: string): TextHistory {
  let text = $state(first);
  let past = $state.raw<string[]>([]);
  let future = $state.raw<string[]>([]);
  let typedAt = -Infinity;
  const keep = () => {
    past = [...past.slice(-MOST), text];
    future = [];
  };
  return {
    get text() {
      return text;
    },
    get canUndo() {
      return past.length > 0;
    },
    get canRedo() {
      return future.length > 0;
    },
    type(next, now) {
      if (now - typedAt > TOGETHER) keep();
      typedAt = now;
      text = next;
    },
    change(next) {
      if (next === text) return;
      keep();
      typedAt = -Infinity;
      text = next;
    },
    undo() {
      const before = past.at(-1);
      if (before === undefined) return;
      future = [...future, text];
      past = past.slice(0, -1);
      typedAt = -Infinity;
      text = before;
    },
    redo() {
      const after = future.at(-1);
      if (after === undefined) return;
      past = [...past, text];
      future = future.slice(0, -1);
      typedAt = -Infinity;
      text = after;
    },
  };
}
