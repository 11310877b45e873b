/** What lays the paint, how much of it reaches the work, and how long it takes. */
import { frozen } from '../frozen';
import type { Basis } from './basis';

export const TOOLS = frozen([
  'spray',
  'turbine',
  'brush-roller',
  'roller',
  'brush',
  'aerosol',
  'rag',
] as const);
export type Tool = (typeof TOOLS)[number];

export interface ToolFacts {
  name: string;
  /** share of the paint that reaches the work. From memory, editable */
  transfer: number;
  /** minutes to coat one face of one piece */
  minutesPerFace: number;
  /** minutes to coat a square metre of fixed work. From memory */
  minutesPerM2: number;
  /** filling, straining and rinsing per pass, min. From memory */
  setupMinutes: number;
  /** changing to another product, min. From memory */
  changeoverMinutes: number;
  /** mL lost when a colour is loaded: hose, gun and cup, or roller and tray */
  lossMl: number;
  /** sprays: the room is tented, neighbours keep out */
  sprays: boolean;
  /** at a pressure that drives paint through skin */
  highPressure: boolean;
}

const MEMORY: Basis = frozen({ basis: 'from memory' });
/** Where the figures of a tool come from, where it is not from memory. */
const TOOL_BASIS: Partial<Record<Tool, Partial<Record<keyof ToolFacts, Basis>>>> = frozen({
  spray: {
    minutesPerFace: { basis: 'common practice', note: 'T02: 45 doors and drawers, both sides, 1½ to 2 h' },
    lossMl: { basis: 'common practice', note: 'T18: a long hose holds a quarter gallon' },
  },
  'brush-roller': { minutesPerFace: { basis: 'common practice', note: 'T01: twice the time of spraying' } },
});

/** Where a figure of a tool comes from. */
export const toolBasis = (tool: Tool, figure: keyof ToolFacts): Basis => TOOL_BASIS[tool]?.[figure] ?? MEMORY;

/** Spraying 45 doors and drawers, both sides, takes 1½ to 2 h a coat: T02, common practice, no source. */
const SPRAYED = 105 / 90;

/**
 * The tools. Brush and roller take twice the time of spraying (T01); filling a long hose wastes a quarter gallon (T18):
 * common practice, no source. The other figures are from memory.
 */
export const TOOL_FACTS: Record<Tool, ToolFacts> = frozen({
  spray: {
    name: 'fine-finish sprayer',
    transfer: 0.65,
    minutesPerFace: SPRAYED,
    minutesPerM2: 3,
    setupMinutes: 15,
    changeoverMinutes: 20,
    lossMl: 946,
    sprays: true,
    highPressure: true,
  },
  turbine: {
    name: 'turbine sprayer',
    transfer: 0.7,
    minutesPerFace: SPRAYED * 1.2,
    minutesPerM2: 4,
    setupMinutes: 12,
    changeoverMinutes: 12,
    lossMl: 120,
    sprays: true,
    highPressure: false,
  },
  'brush-roller': {
    name: 'brush and roller',
    transfer: 0.92,
    minutesPerFace: SPRAYED * 2,
    minutesPerM2: 7,
    setupMinutes: 10,
    changeoverMinutes: 5,
    lossMl: 90,
    sprays: false,
    highPressure: false,
  },
  roller: {
    name: 'roller only',
    transfer: 0.92,
    minutesPerFace: SPRAYED * 1.7,
    minutesPerM2: 6,
    setupMinutes: 10,
    changeoverMinutes: 5,
    lossMl: 90,
    sprays: false,
    highPressure: false,
  },
  brush: {
    name: 'brush only',
    transfer: 0.95,
    minutesPerFace: SPRAYED * 2.6,
    minutesPerM2: 9,
    setupMinutes: 5,
    changeoverMinutes: 5,
    lossMl: 30,
    sprays: false,
    highPressure: false,
  },
  aerosol: {
    name: 'spray cans',
    transfer: 0.5,
    minutesPerFace: SPRAYED * 1.6,
    minutesPerM2: 6,
    setupMinutes: 5,
    changeoverMinutes: 2,
    lossMl: 0,
    sprays: true,
    highPressure: false,
  },
  rag: {
    name: 'rag',
    transfer: 0.9,
    minutesPerFace: SPRAYED * 1.8,
    minutesPerM2: 6,
    setupMinutes: 5,
    changeoverMinutes: 2,
    lossMl: 20,
    sprays: false,
    highPressure: false,
  },
});

/** The tools that lay a whole job; `rag` lays glaze and wax only. */
export const JOB_TOOLS = TOOLS.filter((t) => t !== 'rag');
