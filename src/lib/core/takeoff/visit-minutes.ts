/** Minutes of what is done in the house beside coating, as a company sets them for its jobs. */
import { frozen } from '../frozen';
import { z } from 'zod';
import { HANDLING } from '../coating/handling';

/** What may be set: minutes, and how many pieces the van takes. */
export const VISIT_FIGURES = frozen([
  'arrive',
  'label',
  'takeDown',
  'hinge',
  'bag',
  'handleOff',
  'drill',
  'carrySetup',
  'carry',
  'load',
  'visit',
  'handleOn',
  'collect',
  'walk',
] as const satisfies readonly (keyof typeof HANDLING)[]);
export type VisitFigure = (typeof VISIT_FIGURES)[number];
/** How each is asked for, with its unit. */
export const VISIT_FIGURE_WORDS: Readonly<Record<VisitFigure, string>> = frozen({
  arrive: 'Arriving and protecting, min',
  label: 'A label, min',
  takeDown: 'Lifting a piece off, min',
  hinge: 'Unscrewing a hinge, min',
  bag: 'Bagging its hinges, min',
  handleOff: 'Taking a handle off, min',
  drill: 'Drilling by the jig, min',
  carrySetup: 'Tying down a van load, min',
  carry: 'Wrapping, loading, unloading a piece, min',
  load: 'A van load, pieces',
  visit: 'Getting ready to fit handles, min',
  handleOn: 'Fitting a handle, min',
  collect: 'Collecting protection, min',
  walk: 'The walk with the owner, min',
});
export type VisitMinutes = Readonly<Record<VisitFigure, number>>;

const whole = (figure: VisitFigure): z.ZodNumber => {
  const number = z.number('Write a number');
  return figure === 'load'
    ? number.int('The van takes whole pieces').min(1, 'The van takes at least one piece').max(1000)
    : number.min(0, 'Minutes are not below 0').max(600, 'At most 600 minutes');
};

/** What a company has set otherwise than the shipped figures. */
export const visitMinutesSchema = z
  .object(Object.fromEntries(VISIT_FIGURES.map((f) => [f, whole(f)])) as Record<VisitFigure, z.ZodNumber>)
  .partial();
export type OwnVisitMinutes = z.infer<typeof visitMinutesSchema>;

/** @param own what is set otherwise than the shipped figures */
export const visitMinutes = (own: OwnVisitMinutes = {}): VisitMinutes =>
  Object.fromEntries(VISIT_FIGURES.map((f) => [f, own[f] ?? HANDLING[f].value])) as Record<
    VisitFigure,
    number
  >;
