/** What the parts of the bench page share. */
import { getContext, setContext } from 'svelte';
import type { benchView } from '$core/bench/view/view';
import type { Measures } from '$core/units/measures';

export interface BenchPage {
  readonly view: ReturnType<typeof benchView>;
  /** ms since 1970, by the server's clock */
  readonly now: number;
  readonly zone: string;
  readonly measures: Measures;
  readonly jobId: string;
  /** who uses the device */
  readonly worker: string;
  readonly people: readonly { id: string; name: string }[];
  /** a moment in words, its day left out where it is today */
  near: (ms: number) => string;
  /** shows a piece instead of following its link */
  open: (event: MouseEvent, piece: string) => void;
}

const KEY = Symbol('bench');
export const setBench = (bench: BenchPage): void => void setContext(KEY, bench);
export const getBench = (): BenchPage => getContext<BenchPage>(KEY);
