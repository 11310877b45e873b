/**
 * Changes to a survey by pointing: each rewrites only the lines it concerns, so that notes and the rest of what was
 * typed stay as they are.
 */
import { frozen } from '../frozen';
import type { LengthUnit } from '../units/length';
import type { Cabinet, Front, Kitchen, Row, Wall } from './kitchen';
import { readNotation, type Reading } from './notation';
import { BUILD_OF_LINE, type Moulding } from './notation-words';
import { writeCabinet, writeMoulding } from './notation-write';

interface CabinetPlace {
  /** index of the wall in the kitchen, and of the cabinet on it */
  wall: number;
  cabinet: number;
}

export type Edit =
  | { kind: 'add-wall'; name: string; island: boolean }
  | { kind: 'rename-wall'; wall: number; name: string }
  | { kind: 'remove-wall'; wall: number }
  | { kind: 'set-moulding'; wall: number; moulding: Moulding; mm: number }
  /** puts a cabinet on a wall so that it gets this index */
  | { kind: 'add'; at: CabinetPlace; cabinet: Cabinet }
  | { kind: 'change'; at: CabinetPlace; cabinet: Cabinet }
  | { kind: 'remove'; at: CabinetPlace }
  /** `to` is the index it has afterwards */
  | { kind: 'move'; at: CabinetPlace; to: number };

/** The note at the end of a line, with the space before it. */
const noteOf = (line: string): string => /\s*#.*$/.exec(line)?.[0] ?? '';

interface Survey {
  lines: string[];
  reading: Reading;
  unit: LengthUnit;
}

const contextAt = ({ reading, unit }: Survey, line: number) =>
  reading.contexts[line - 1] ?? { unit, build: BUILD_OF_LINE };

function wallLines({ reading }: Survey, wall: number) {
  const found = reading.walls[wall];
  if (!found) throw new RangeError(`The survey has no wall ${wall + 1}`);
  return found;
}

function cabinetLine(survey: Survey, at: CabinetPlace): number {
  const line = wallLines(survey, at.wall).cabinets[at.cabinet];
  if (line === undefined) throw new RangeError(`The wall has no cabinet ${at.cabinet + 1}`);
  return line;
}

/** Line after which a cabinet must stand to get an index. */
function lineBefore(survey: Survey, at: CabinetPlace): number {
  const { line, mouldings, cabinets } = wallLines(survey, at.wall);
  return at.cabinet === 0 ? Math.max(line, ...Object.values(mouldings)) : (cabinets[at.cabinet - 1] ?? line);
}

/** Lines of a wall: its own to the last that belongs to it. */
function extent(survey: Survey, wall: number): { from: number; to: number } {
  const { line, mouldings, cabinets } = wallLines(survey, wall);
  return { from: line, to: Math.max(line, ...Object.values(mouldings), ...cabinets) };
}

function addWall({ lines }: Survey, name: string, island: boolean): void {
  while (lines.length && lines.at(-1)?.trim() === '') lines.pop();
  if (lines.length) lines.push('');
  lines.push(`${island ? 'island' : 'wall'} ${name}`, '');
}

function setMoulding(survey: Survey, wall: number, moulding: Moulding, mm: number): void {
  const { line, mouldings } = wallLines(survey, wall);
  const own = mouldings[moulding];
  const { unit } = contextAt(survey, own ?? line);
  const text = writeMoulding(moulding, mm, unit);
  if (own === undefined) survey.lines.splice(line, 0, text);
  else survey.lines[own - 1] = text + noteOf(survey.lines[own - 1] ?? '');
}

/**
 * Applies a change to the text of a survey.
 * @param text the notation; lines that cannot be read stay untouched
 * @param unit the unit of bare numbers
 * @returns the new text
 * @throws RangeError when the place is not there, or a cabinet would have nothing to say
 */
export function applyEdit(text: string, unit: LengthUnit, edit: Edit): string {
  const survey: Survey = { lines: text.split(/\r?\n/), reading: readNotation(text, unit), unit };
  const { lines } = survey;
  switch (edit.kind) {
    case 'add-wall':
      addWall(survey, edit.name, edit.island);
      break;
    case 'rename-wall': {
      const { line } = wallLines(survey, edit.wall);
      const old = lines[line - 1] ?? '';
      const word = /^\s*[a-z]+/i.exec(old)?.[0] ?? 'wall';
      lines[line - 1] = `${word} ${edit.name}${noteOf(old)}`;
      break;
    }
    case 'remove-wall': {
      const { from, to } = extent(survey, edit.wall);
      const after = lines[to]?.trim() === '' ? 1 : 0;
      lines.splice(from - 1, to - from + 1 + after);
      break;
    }
    case 'set-moulding':
      setMoulding(survey, edit.wall, edit.moulding, edit.mm);
      break;
    case 'add': {
      const before = lineBefore(survey, edit.at);
      lines.splice(before, 0, writeCabinet(edit.cabinet, contextAt(survey, before)));
      break;
    }
    case 'change': {
      const line = cabinetLine(survey, edit.at);
      lines[line - 1] = writeCabinet(edit.cabinet, contextAt(survey, line)) + noteOf(lines[line - 1] ?? '');
      break;
    }
    case 'remove':
      lines.splice(cabinetLine(survey, edit.at) - 1, 1);
      break;
    case 'move': {
      const from = cabinetLine(survey, edit.at);
      const target = cabinetLine(survey, { ...edit.at, cabinet: edit.to });
      const cabinet = survey.reading.kitchen.walls[edit.at.wall]?.cabinets[edit.at.cabinet];
      const note = noteOf(lines[from - 1] ?? '');
      // Written anew: another unit may hold where it goes.
      const moved = cabinet && writeCabinet(cabinet, contextAt(survey, target)) + note;
      lines.splice(from - 1, 1);
      lines.splice(target - 1, 0, moved ?? '');
      break;
    }
  }
  return lines.join('\n');
}

const door = (hinge: 'left' | 'right'): Front => ({ form: 'door', hinge });
const row = (...fronts: Front[]): Row => ({ fronts, heightMm: null });
const of = (form: 'drawer' | 'false' | 'panel' | 'pullout' | 'valance'): Front => ({ form, hinge: null });

/** What a cabinet is commonly closed with, ready to be pointed at. */
export const ARRANGEMENTS: readonly { key: string; words: string; rows: Row[] }[] = frozen([
  { key: 'door', words: 'door', rows: [row(door('left'))] },
  { key: 'pair', words: 'pair', rows: [row(door('left'), door('right'))] },
  { key: 'glass', words: 'glass', rows: [row({ form: 'glass', hinge: 'left' })] },
  { key: 'drawer-door', words: 'drawer over door', rows: [row(of('drawer')), row(door('left'))] },
  {
    key: 'drawer-pair',
    words: 'drawer over pair',
    rows: [row(of('drawer')), row(door('left'), door('right'))],
  },
  { key: 'false-pair', words: 'false over pair', rows: [row(of('false')), row(door('left'), door('right'))] },
  { key: 'drawers-3', words: '3 drawers', rows: [row(of('drawer')), row(of('drawer')), row(of('drawer'))] },
  { key: 'drawers-4', words: '4 drawers', rows: Array.from({ length: 4 }, () => row(of('drawer'))) },
  { key: 'pullout', words: 'pull-out', rows: [row(of('pullout'))] },
  { key: 'panel', words: 'panel', rows: [row(of('panel'))] },
  { key: 'valance', words: 'valance', rows: [row(of('valance'))] },
  { key: 'door-door', words: 'door over door', rows: [row(door('left')), row(door('left'))] },
]);

/** A front of a cabinet, by its place in it. */
export interface FrontPlace {
  row: number;
  column: number;
}

const withRow = (cabinet: Cabinet, index: number, fronts: Front[]): Cabinet => ({
  ...cabinet,
  rows: cabinet.rows.map((r, i) => (i === index ? { ...r, fronts } : r)),
});

/** Splits a front into two side by side: a door becomes a pair. @returns the cabinet, unchanged where there is no such front */
export function splitAcross(cabinet: Cabinet, at: FrontPlace): Cabinet {
  const fronts = cabinet.rows[at.row]?.fronts ?? [];
  const front = fronts[at.column];
  if (!front) return cabinet;
  const two: Front[] = front.hinge
    ? [
        { ...front, hinge: 'left' },
        { ...front, hinge: 'right' },
      ]
    : [front, { ...front }];
  return withRow(cabinet, at.row, [...fronts.slice(0, at.column), ...two, ...fronts.slice(at.column + 1)]);
}

/** Splits a row into two, one above the other. */
export function splitDown(cabinet: Cabinet, at: FrontPlace): Cabinet {
  const row = cabinet.rows[at.row];
  if (!row) return cabinet;
  const copy: Row = { fronts: row.fronts.map((f) => ({ ...f })), heightMm: null };
  const rows = [...cabinet.rows];
  rows.splice(at.row, 1, { ...row, heightMm: null }, copy);
  return { ...cabinet, rows };
}

/** Changes one front. */
export function changeFront(cabinet: Cabinet, at: FrontPlace, front: Front): Cabinet {
  const fronts = cabinet.rows[at.row]?.fronts ?? [];
  return withRow(
    cabinet,
    at.row,
    fronts.map((f, i) => (i === at.column ? front : f)),
  );
}

/** Takes one front out, and its row with the last of it; the last front of a cabinet stays. */
export function removeFront(cabinet: Cabinet, at: FrontPlace): Cabinet {
  const fronts = (cabinet.rows[at.row]?.fronts ?? []).filter((_, i) => i !== at.column);
  if (fronts.length) return withRow(cabinet, at.row, fronts);
  const rows = cabinet.rows.filter((_, i) => i !== at.row);
  return rows.length ? { ...cabinet, rows } : cabinet;
}

/**
 * Where a dragged edge comes to rest: on an edge of the other band nearby, else on the grid.
 * @param mm where it was dragged to
 * @param edges places of other edges, mm
 * @param grid step of the grid, mm
 * @param reach how near an edge must be, mm
 * @returns mm
 */
export function snap(mm: number, edges: readonly number[], grid: number, reach: number): number {
  const near = edges
    .filter((e) => Math.abs(e - mm) <= reach)
    .reduce<number | null>(
      (best, e) => (best === null || Math.abs(e - mm) < Math.abs(best - mm) ? e : best),
      null,
    );
  return near ?? Math.round(Math.round(mm / grid) * grid * 1e6) / 1e6;
}

/** A name for the next wall that no wall has. */
export function freeWallName(kitchen: Kitchen, names: readonly string[]): string {
  const taken = new Set(kitchen.walls.map((w: Wall) => w.name.toLowerCase()));
  const free = names.find((n) => !taken.has(n.toLowerCase()));
  if (free !== undefined) return free;
  let n = kitchen.walls.length + 1;
  while (taken.has(`wall ${n}`)) n++;
  return `Wall ${n}`;
}
