/** A finish as it is laid: a system with its schools, its coats, what lays them and how full. */
import type { Fullness } from './route';
import type { CoatCounts, System } from './system';
import type { Tool } from './tool';

export interface Finish {
  /** empty for the job’s own; else what is finished otherwise: a colour zone, the shelves, the insides */
  key: string;
  system: System;
  counts: CoatCounts;
  tool: Tool;
  fullness: Fullness;
}
