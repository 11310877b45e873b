/** What the parts of the bench page share. */
import { getContext, setContext } from 'svelte';
import { benchView } from '$core/bench/view/view';
import { sayNear } from '$core/units/clock-time';
import type { Measures } from '$core/units/measures';
import type { FieldDevice } from '../field/field-device.svelte';

interface BenchPage {
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

interface PageData {
  zone: string;
  measures: Measures;
  jobId: string;
  worker: { id: string } | null;
  field: { pack: { people: readonly { id: string; name: string }[] } };
}

const KEY = Symbol('bench');
export const getBench = (): BenchPage => getContext<BenchPage>(KEY);

/**
 * The bench of a page, for its parts.
 * @param data of the page, as it is now
 * @param open what a piece does that is pressed; its link is followed where nothing is said
 */
export function setBench(
  device: FieldDevice,
  data: () => PageData,
  open: BenchPage['open'] = () => undefined,
): BenchPage {
  const view = $derived(benchView(device.bench, device.now));
  const page: BenchPage = {
    get view() {
      return view;
    },
    get now() {
      return device.now;
    },
    get zone() {
      return data().zone;
    },
    get measures() {
      return data().measures;
    },
    get jobId() {
      return data().jobId;
    },
    get worker() {
      return data().worker?.id ?? '';
    },
    get people() {
      return data().field.pack.people;
    },
    near: (ms) => sayNear(ms, device.now, data().zone),
    open,
  };
  setContext(KEY, page);
  return page;
}
