/** A rule that every plan keeps: what it gives each engine. A new one is a file beside this one and a line in `index.ts`. */
import type { Audited } from './audited';
import type { Engine, Propagator } from '../clauses/engine';
import type { Numbers } from '../clauses/numbers';
import type { Part } from '../model/cause';
import type { Model } from '../model/model';
import type { Operation, Problem } from '../model/problem';

export interface PlannerRule {
  /** the minutes between which an operation begins, whatever else is planned: earliest times, constructions and learning keep to them */
  begins: (o: Operation, problem: Problem) => readonly [earliest: number, latest: number];
  /** what pushes bounds in the search that learns */
  post: (m: Model, e: Engine, n: Numbers) => Propagator[];
  /** what of a plan does not keep it, in words; reads the problem and the plan alone */
  audit: (audited: Audited) => string[];
  /** what of it may be left out, piece by piece, to see what is in the way */
  parts: (problem: Problem) => Leavable[];
}

/** A part of a rule, and the problem without it. */
export interface Leavable {
  part: Part;
  without: (problem: Problem) => Problem;
}

export const ANY_MINUTE: PlannerRule['begins'] = (_, { horizon }) => [0, horizon];
export const NOTHING = (): [] => [];
