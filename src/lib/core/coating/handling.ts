/** Minutes of handling pieces, each with its basis. Docs: docs/methods/takeoff.md */
import { memory } from './systems/figures';

export const HANDLING = {
  /** getting ready for a step that is not a coat, a time */
  setup: memory(5, 'getting ready for a step'),
  /** sanding between coats and dusting off, a face */
  sandFace: memory(1, 'sanding a face between coats'),
  /** wiping the dust of a long stand off a piece, before a coat */
  wipe: memory(0.7, 'wiping a piece that stood for days'),
  /** turning a piece over */
  flip: memory(0.4, 'turning a piece over'),
  /** hanging and adjusting */
  hang: memory(6, 'hanging and adjusting a piece'),
  /** hooking a piece up, a pass */
  hook: memory(0.3, 'hooking a piece up'),
  /** setting a piece on points and turning it, a pass */
  points: memory(0.4, 'setting a piece on points and turning it'),
} as const;
