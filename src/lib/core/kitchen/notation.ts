/**
 * The survey notation, read: one line a cabinet.
 *
 *   unit in
 *   wall North
 *   crown 3 1/2                  moulding along the top of this wall
 *   upper 30 : pair              two doors side by side
 *   upper 30x18 : appliance hood nothing to coat
 *   base 24 : drawer / door L    a drawer over a door hinged left
 *   base 18 : 3x drawer + end R  a stack of three, the right side shows
 *   base 36 : false @6 / pair    the first row measured: 6 in high
 *   base 42 corner L blind 24 : door R
 *   island Front                 a side of an island
 *
 * Docs: docs/methods/notation.md
 */
import { formatLength, LENGTH_UNITS, parseLength, type LengthUnit } from '../units/length';
import { frontWidth, LEAST_FRONT_MM, rowHeights } from './geometry';
import {
  BANDS,
  bareCabinet,
  bareWall,
  BUILDS,
  canHinge,
  FRONT_FORMS,
  VACANCIES,
  type Band,
  type Build,
  type Cabinet,
  type Front,
  type Kitchen,
  type Row,
  type Side,
  type Wall,
} from './kitchen';
import { BUILD_OF_LINE, CONTENTS, LINE_STARTS, MOULDINGS, nearest, type Moulding } from './notation-words';

export interface NotationError {
  /** line number from 1, and the characters concerned (half-open, from 0) */
  line: number;
  from: number;
  to: number;
  /** what is wrong */
  message: string;
  /** what would be right */
  hint: string;
}

/** Where in the text a wall and its cabinets stand; line numbers from 1. */
interface WallLines {
  line: number;
  mouldings: Partial<Record<Moulding, number>>;
  cabinets: number[];
}

/** What bare numbers and cabinets mean on a line. */
export interface LineContext {
  unit: LengthUnit;
  build: Build;
}

export interface Reading {
  kitchen: Kitchen;
  /** one entry for each wall of the kitchen */
  walls: WallLines[];
  /** one entry for each line of the text */
  contexts: LineContext[];
  errors: NotationError[];
}

const MAX_CABINET_MM = 6000;
const MAX_LINES = 2000;
const MAX_SHELVES = 12;
/** A slash between rows, not the one of a fraction such as 3/8. */
const ROW_BREAK = /\/(?!(?<=\d\/)\d)/g;

class Fault extends Error {
  constructor(
    readonly from: number,
    readonly to: number,
    message: string,
    readonly hint: string,
  ) {
    super(message);
  }
}

const isOneOf = <T extends string>(word: string, words: readonly T[]): word is T =>
  (words as readonly string[]).includes(word);

/** A stretch of a line with its place in it. */
interface Span {
  text: string;
  from: number;
}

function split(span: Span, separator: RegExp): Span[] {
  const parts: Span[] = [];
  let start = 0;
  for (const m of span.text.matchAll(separator)) {
    parts.push({ text: span.text.slice(start, m.index), from: span.from + start });
    start = m.index + m[0].length;
  }
  parts.push({ text: span.text.slice(start), from: span.from + start });
  return parts.map((p) => {
    const lead = p.text.length - p.text.trimStart().length;
    return { text: p.text.trim(), from: p.from + lead };
  });
}

const trimmed = (span: Span): Span => ({
  text: span.text.trim(),
  from: span.from + span.text.length - span.text.trimStart().length,
});

const end = (span: Span): number => span.from + Math.max(1, span.text.length);

function length(span: Span, unit: LengthUnit, what: string): number {
  const mm = parseLength(span.text, unit);
  if (mm === null) {
    throw new Fault(
      span.from,
      end(span),
      `“${span.text}” is not a ${what}`,
      `Write a number above 0, such as 30, 14 3/8 or 76 cm`,
    );
  }
  if (mm > MAX_CABINET_MM) {
    throw new Fault(
      span.from,
      end(span),
      `A ${what} of ${formatLength(mm, unit)} ${unit} is more than a wall holds`,
      'Check the unit: bare numbers are read in the unit of the “unit” line',
    );
  }
  return mm;
}

function readRow(span: Span, unit: LengthUnit): Row[] {
  const at = span.text.indexOf('@');
  const words = at < 0 ? span : { text: span.text.slice(0, at), from: span.from };
  const heightMm =
    at < 0
      ? null
      : length({ text: span.text.slice(at + 1).trim(), from: span.from + at + 1 }, unit, 'row height');
  let repeat = 1;
  const fronts: Front[] = [];
  for (const m of words.text.matchAll(/\S+/g)) {
    const from = words.from + m.index;
    const word = m[0].toLowerCase();
    const to = from + word.length;
    const count = /^(\d+)x?$/.exec(word);
    const last = fronts.at(-1);
    if (count && fronts.length === 0) {
      repeat = Number(count[1]);
      if (repeat < 1 || repeat > 12)
        throw new Fault(from, to, `A stack of ${repeat} is not possible`, 'Write 1x to 12x');
    } else if (word === 'l' || word === 'r') {
      if (!last || !canHinge(last.form))
        throw new Fault(
          from,
          to,
          `“${m[0]}” says where a door is hinged, and no door is before it`,
          'Write it after the door: door L',
        );
      last.hinge = word === 'l' ? 'left' : 'right';
    } else if (word === 'pair') {
      fronts.push({ form: 'door', hinge: 'left' }, { form: 'door', hinge: 'right' });
    } else if (isOneOf(word, FRONT_FORMS)) {
      fronts.push({ form: word, hinge: canHinge(word) ? 'left' : null });
    } else {
      const close = nearest(word, CONTENTS);
      throw new Fault(
        from,
        to,
        `“${m[0]}” is not a front`,
        close ? `Did you mean “${close}”?` : `Write one of ${CONTENTS.join(', ')}`,
      );
    }
  }
  if (fronts.length === 0)
    throw new Fault(
      span.from,
      end(span),
      'A row is empty',
      'Write what closes it, e.g. door, or take the “/” away',
    );
  return Array.from({ length: repeat }, () => ({ fronts: fronts.map((f) => ({ ...f })), heightMm }));
}

function checkFits(cabinet: Cabinet, unit: LengthUnit, size: Span, contents: Span): void {
  const result = rowHeights(cabinet);
  if ('shortMm' in result) {
    throw new Fault(
      contents.from,
      end(contents),
      `The rows need ${formatLength(result.shortMm, unit)} ${unit} more height than the cabinet has`,
      'Measure the rows again, or give the height: base 24x36',
    );
  }
  const tooLow = result.heights.find((h) => h < LEAST_FRONT_MM);
  const narrow = cabinet.rows.some((row) => frontWidth(cabinet, row.fronts.length) < LEAST_FRONT_MM);
  if (tooLow !== undefined || narrow) {
    throw new Fault(
      size.from,
      end(size),
      `The fronts would be less than ${formatLength(LEAST_FRONT_MM, unit)} ${unit}`,
      'Check the width and the unit',
    );
  }
}

const sideOf = (letter: string): Side => (letter.toLowerCase() === 'l' ? 'left' : 'right');

/** What comes between the size and the colon. */
function readOptions(span: Span, cabinet: Cabinet, unit: LengthUnit): void {
  const words = span.text.matchAll(/(corner)\s+([lr])\b(?:\s+blind\s+([^a-z]*(?:in|cm|mm|")?))?|(\S+)/gi);
  for (const m of words) {
    const from = span.from + m.index;
    const [, corner, side, blind, other] = m;
    if (corner && side) {
      const measured = blind?.trim();
      const at = from + m[0].length - (blind?.length ?? 0);
      const blindMm = measured ? length({ text: measured, from: at }, unit, 'blind width') : 0;
      if (blindMm >= cabinet.widthMm)
        throw new Fault(
          at,
          at + (blind?.length ?? 1),
          'All of the cabinet is blind',
          'Measure what the other run hides',
        );
      cabinet.corner = { side: sideOf(side), blindMm };
    } else if (isOneOf(other?.toLowerCase() ?? '', BUILDS)) {
      cabinet.build = other?.toLowerCase() as Build;
    } else {
      const close = nearest(other?.toLowerCase() ?? '', ['corner', ...BUILDS]);
      throw new Fault(
        from,
        from + m[0].length,
        `“${m[0]}” says nothing about a cabinet here`,
        close === 'corner'
          ? 'Write which side runs into the corner: corner L'
          : close
            ? `Did you mean “${close}”?`
            : 'After the size write corner L, corner R blind 12, or frameless; then a colon',
      );
    }
  }
}

/** What comes after a plus. */
function readExtra(extra: Span, cabinet: Cabinet): void {
  const side = /^end\s+([lr]|both)$/i.exec(extra.text)?.[1]?.toLowerCase();
  const shelves = /^(?:(\d+)\s*x?\s*)?(?:shelf|shelves)$/i.exec(extra.text);
  if (side) {
    if (side !== 'r') cabinet.ends.left = true;
    if (side !== 'l') cabinet.ends.right = true;
  } else if (shelves) {
    const n = Number(shelves[1] ?? 1);
    if (n < 1 || n > MAX_SHELVES)
      throw new Fault(
        extra.from,
        end(extra),
        `${n} loose shelves are not possible`,
        `Write 1 to ${MAX_SHELVES}`,
      );
    cabinet.shelves = n;
  } else {
    throw new Fault(
      extra.from,
      end(extra),
      `“${extra.text}” cannot follow a plus`,
      'Write + end L, + end R, + end both, or + 2 shelf',
    );
  }
}

function readCabinet(line: Span, band: Band, { unit, build }: LineContext): Cabinet {
  const colon = line.text.indexOf(':');
  const head = trimmed({
    text: (colon < 0 ? line.text : line.text.slice(0, colon)).slice(band.length),
    from: line.from + band.length,
  });
  const options = /\b(?:corner|blind|frame|cor)[a-z]*\b/i.exec(head.text)?.index ?? head.text.length;
  const size = trimmed({ text: head.text.slice(0, options), from: head.from });
  if (!size.text)
    throw new Fault(
      line.from,
      end(line),
      'The width is missing',
      `Write it after the word: ${band} 30 : door`,
    );
  const [wide, high, deep] = split(size, /\s*[x×]\s*/g);
  const cabinet = bareCabinet(band, length(wide ?? size, unit, 'width'));
  cabinet.build = build;
  if (high) cabinet.heightMm = length(high, unit, 'height');
  if (deep) cabinet.depthMm = length(deep, unit, 'depth');
  readOptions({ text: head.text.slice(options), from: head.from + options }, cabinet, unit);
  if (colon < 0) {
    throw new Fault(
      end(head) - 1,
      end(head),
      'What closes the cabinet is missing',
      `Write it after a colon: ${band} ${head.text} : door`,
    );
  }
  const [main, ...extras] = split({ text: line.text.slice(colon + 1), from: line.from + colon + 1 }, /\+/g);
  const contents = main ?? head;
  for (const extra of extras) readExtra(extra, cabinet);
  const vacant = /^([a-z]+)\b\s*(.*)$/i.exec(contents.text);
  const kind = vacant?.[1]?.toLowerCase() ?? '';
  if (isOneOf(kind, VACANCIES)) cabinet.vacancy = { kind, name: vacant?.[2] ?? '' };
  else {
    cabinet.rows = split(contents, ROW_BREAK).flatMap((row) => readRow(row, unit));
    checkFits(cabinet, unit, size, contents);
  }
  return cabinet;
}

/** What was read so far. */
interface Draft {
  kitchen: Kitchen;
  walls: WallLines[];
  context: LineContext;
  room: string;
}

/** @throws Fault where the line is wrong */
function readLine(draft: Draft, line: Span, number: number): void {
  const start = /^[a-z]+/i.exec(line.text)?.[0] ?? '';
  const word = start.toLowerCase();
  const rest = trimmed({ text: line.text.slice(start.length), from: line.from + start.length });
  if (word === 'unit') setUnit(draft, rest);
  else if (word === 'wall' || word === 'island') beginWall(draft, line, rest, word === 'island', number);
  else if (word === 'room') draft.room = rest.text;
  else if (isOneOf(word, BUILDS)) {
    if (rest.text)
      throw new Fault(rest.from, end(rest), `“${word}” is alone on its line`, 'What follows is built so');
    draft.context = { ...draft.context, build: word };
  } else if (isOneOf(word, MOULDINGS)) setMoulding(draft, line, rest, word, number);
  else if (isOneOf(word, BANDS)) addCabinet(draft, line, word, number);
  else {
    const close = nearest(word, LINE_STARTS);
    throw new Fault(
      line.from,
      line.from + Math.max(1, start.length || line.text.length),
      `A line cannot begin with “${start || line.text.slice(0, 12)}”`,
      close ? `Did you mean “${close}”?` : `Begin with ${LINE_STARTS.join(', ')}`,
    );
  }
}

function setUnit(draft: Draft, rest: Span): void {
  const wanted = rest.text.toLowerCase();
  if (!isOneOf(wanted, LENGTH_UNITS))
    throw new Fault(
      rest.from,
      end(rest),
      `“${rest.text}” is not a unit`,
      'Write unit in, unit cm or unit mm',
    );
  draft.context = { ...draft.context, unit: wanted };
}

function beginWall(draft: Draft, line: Span, rest: Span, island: boolean, number: number): void {
  const what = island ? 'island' : 'wall';
  if (!rest.text)
    throw new Fault(
      line.from,
      end(line),
      `The ${what} has no name`,
      `Write one: ${what} ${island ? 'Front' : 'North'}`,
    );
  if (draft.kitchen.walls.some((w) => w.name.toLowerCase() === rest.text.toLowerCase())) {
    throw new Fault(
      rest.from,
      end(rest),
      `There is a wall “${rest.text}” already`,
      'Give each wall and each side of an island a name of its own, in other rooms too',
    );
  }
  draft.kitchen.walls.push({ ...bareWall(rest.text), island, room: draft.room });
  draft.walls.push({ line: number, mouldings: {}, cabinets: [] });
}

function wallOf(draft: Draft, line: Span, what: string): { wall: Wall; lines: WallLines } {
  const [wall, lines] = [draft.kitchen.walls.at(-1), draft.walls.at(-1)];
  if (!wall || !lines)
    throw new Fault(line.from, end(line), `${what} is on no wall`, 'Begin with a line such as: wall North');
  return { wall, lines };
}

function setMoulding(draft: Draft, line: Span, rest: Span, word: Moulding, number: number): void {
  const { wall, lines } = wallOf(draft, line, `The ${word}`);
  const none = /^(0|none)$/i.test(rest.text);
  const mm = none ? 0 : length(rest, draft.context.unit, word === 'toe' ? 'toe kick' : 'girth');
  if (word === 'crown') wall.crownMm = mm;
  else if (word === 'light') wall.lightRailMm = mm;
  else wall.toeMm = mm;
  lines.mouldings[word] = number;
}

function addCabinet(draft: Draft, line: Span, band: Band, number: number): void {
  const { wall, lines } = wallOf(draft, line, 'The cabinet');
  if (wall.island && band === 'upper')
    throw new Fault(line.from, line.from + band.length, 'Nothing hangs over an island', 'Write base or tall');
  wall.cabinets.push(readCabinet(line, band, draft.context));
  lines.cabinets.push(number);
}

/**
 * Reads a survey. Bad lines are reported and left out; good ones stay.
 * @param text the notation
 * @param defaultUnit the unit of bare numbers until a `unit` line says otherwise
 * @returns the kitchen of the good lines, where each is in the text, and every error in order
 */
export function readNotation(text: string, defaultUnit: LengthUnit): Reading {
  const draft: Draft = {
    kitchen: { walls: [] },
    walls: [],
    context: { unit: defaultUnit, build: BUILD_OF_LINE },
    room: '',
  };
  const errors: NotationError[] = [];
  const contexts: LineContext[] = [];
  const lines = text.split(/\r?\n/);
  lines.slice(0, MAX_LINES).forEach((raw, i) => {
    const comment = raw.indexOf('#');
    const line = trimmed({ text: comment < 0 ? raw : raw.slice(0, comment), from: 0 });
    if (line.text) {
      try {
        readLine(draft, line, i + 1);
      } catch (fault) {
        if (!(fault instanceof Fault)) throw fault;
        errors.push({
          line: i + 1,
          from: fault.from,
          to: fault.to,
          message: fault.message,
          hint: fault.hint,
        });
      }
    }
    contexts.push(draft.context);
  });
  if (lines.length > MAX_LINES) {
    errors.push({
      line: MAX_LINES + 1,
      from: 0,
      to: 1,
      message: `Only ${MAX_LINES} lines are read`,
      hint: 'Split the job in two',
    });
  }
  return { kitchen: draft.kitchen, walls: draft.walls, contexts, errors };
}
