/** Minutes of handling pieces, each with its basis. Docs: docs/methods/takeoff.md */
import { frozen } from '../frozen';
import { memory } from './figures';

export const HANDLING = frozen({
  /** getting ready for a step that is not a coat, a time */
  setup: memory(5, 'getting ready for a step'),
  /** sanding between coats and dusting off, a face */
  sandFace: memory(1, 'sanding a face between coats'),
  /** wiping the dust of a long stand off a piece, before a coat */
  wipe: memory(0.7, 'wiping a piece that stood for days'),
  /** turning a piece over */
  flip: memory(0.4, 'turning a piece over'),
  /** hanging, adjusting and bumpers */
  hang: memory(6, 'hanging and adjusting a piece, its bumpers'),
  /** covering floors and worktops on the first day */
  arrive: memory(45, 'arriving and protecting'),
  /** a label on a piece, where it cannot show */
  label: memory(0.5, 'labelling a piece'),
  /** lifting a piece off and setting it down */
  takeDown: memory(1.5, 'taking a piece down'),
  /** unscrewing a hinge */
  hinge: memory(0.5, 'unscrewing a hinge'),
  /** a piece's hinges into their bag */
  bag: memory(0.5, 'bagging hinges'),
  /** taking a handle off */
  handleOff: memory(0.7, 'taking a handle off'),
  /** two holes by the jig */
  drill: memory(2.5, 'drilling by the jig'),
  /** wrapping, loading and unloading a piece */
  carry: memory(0.8, 'wrapping, loading and unloading a piece'),
  /** backing the van up and tying the load down */
  carrySetup: memory(6, 'a load'),
  /** pieces to a load */
  load: memory(24, 'pieces a load of a van holds'),
  /** fitting a handle */
  handleOn: memory(1.5, 'fitting a handle'),
  /** getting ready in a finished kitchen */
  visit: memory(10, 'getting ready in a finished kitchen'),
  /** taking protection, bins and left-over paint away */
  collect: memory(20, 'collecting protection and bins'),
  /** the walk with the owner */
  walk: memory(30, 'walking through the kitchen with the owner'),
  /** hooking a piece up, a pass */
  hook: memory(0.3, 'hooking a piece up'),
  /** setting a piece on points and turning it, a pass */
  points: memory(0.4, 'setting a piece on points and turning it'),
} as const);
