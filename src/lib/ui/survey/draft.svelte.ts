/** What is typed and not saved yet, kept on this device with what it was begun from, so that nothing is lost or overwritten unseen. */
import { z } from 'zod';
import { textMark } from '$core/units/text-mark';
import { deviceStore } from '../device/store';
import { steady } from '../device/given';

/** Typing pauses so long before it is kept, ms. */
const PAUSE = 400;
const SHAPE = 1;
const draftSchema = z.object({
  text: z.string(),
  /** mark of the text that it was begun from */
  base: z.string(),
});

interface FoundDraft {
  text: string;
  /** by the device's own clock, ms since 1970 */
  keptAt: number;
  /** what is saved is still what it was begun from */
  isCurrent: boolean;
}

export class Draft {
  readonly #path: string;
  #timer: ReturnType<typeof setTimeout> | undefined;
  /** one that was found when the page came, until somebody says what becomes of it */
  found: FoundDraft | null = $state.raw(null);

  /** @param what the page, e.g. its address */
  constructor(what: string) {
    this.#path = `draft ${what}`;
  }

  /** Looks for a draft that differs from what is saved. A device that stores nothing has none. */
  async look(saved: string): Promise<void> {
    try {
      const kept = await (await deviceStore()).get('answers', this.#path);
      const draft = draftSchema.safeParse(kept?.data).data;
      if (!kept || !draft || draft.text === saved) return;
      this.found = {
        text: draft.text,
        keptAt: kept.askedAt,
        isCurrent: draft.base === textMark(saved),
      };
    } catch {
      // Nothing is kept here.
    }
  }

  /** Keeps what is typed, when typing pauses; nothing where it is what is saved. */
  type(text: string, saved: string): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => {
      void this.#put(text === saved ? null : { text, base: textMark(saved) });
    }, PAUSE);
  }

  /** It is saved, or not wanted. */
  drop(): void {
    clearTimeout(this.#timer);
    this.found = null;
    void this.#put(null);
  }

  async #put(data: z.infer<typeof draftSchema> | null): Promise<void> {
    try {
      const db = await deviceStore();
      if (data === null) await db.delete('answers', this.#path);
      else await db.put('answers', { path: this.#path, data, askedAt: steady(), shape: SHAPE });
    } catch {
      // Leaving the page asks as ever.
    }
  }
}
