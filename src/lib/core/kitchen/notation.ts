/**
 * The survey notation: one line a cabinet.
 *
 *   unit in
 *   wall North
 *   upper 30 : pair              two doors side by side
 *   upper 30x18 : open hood      nothing to coat
 *   base 24 : drawer / door L    a drawer over a door hinged left
 *   base 18 : 3x drawer          a stack of three
 *   base 36 : false @6 / pair    the first row measured: 6 in high
 *
 * Docs: docs/methods/notation.md
 */
import { formatLength, LENGTH_UNITS, parseLength, type LengthUnit } from '../units/length';
import { frontWidth, LEAST_FRONT_MM, rowHeights } from './geometry';
import {
  BANDS,
  canHinge,
  FORMS,
  USUAL_HEIGHT,
  type Band,
  type Cabinet,
  type Front,
  type Kitchen,
  type Row,
  type Wall,
} from './kitchen';

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

export interface Reading {
  kitchen: Kitchen;
  unit: LengthUnit;
  errors: NotationError[];
}

const MAX_CABINET_MM = 6000;
const MAX_LINES = 2000;
/** A slash between rows, not the one of a fraction such as 3/8. */
const ROW_BREAK = /\/(?!(?<=\d\/)\d)/g;
const STARTS = [...BANDS, 'wall', 'unit'] as const;
const CONTENTS = [...FORMS, 'pair', 'open'] as const;

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

/** Edit distance, for "did you mean". Levenshtein (1966). */
function distance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, i) => i);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++) {
      next[j] = Math.min(
        (row[j] ?? 0) + 1,
        (next[j - 1] ?? 0) + 1,
        (row[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1),
      );
    }
    row = next;
  }
  return row[b.length] ?? 0;
}

function nearest(word: string, words: readonly string[]): string | null {
  const best = [...words].sort((a, b) => distance(word, a) - distance(word, b))[0];
  return best !== undefined && distance(word, best) <= 2 ? best : null;
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
          `“${m[0]}” says where a door is hinged, and no door stands before it`,
          'Write it after the door: door L',
        );
      last.hinge = word === 'l' ? 'left' : 'right';
    } else if (word === 'pair') {
      fronts.push({ form: 'door', hinge: 'left' }, { form: 'door', hinge: 'right' });
    } else if (isOneOf(word, FORMS)) {
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

function readCabinet(line: Span, band: Band, unit: LengthUnit): Cabinet {
  const colon = line.text.indexOf(':');
  const head: Span = { text: colon < 0 ? line.text : line.text.slice(0, colon), from: line.from };
  const size = split({ text: head.text.slice(band.length), from: head.from + band.length }, /^$/g)[0] ?? head;
  if (!size.text)
    throw new Fault(
      line.from,
      end(line),
      'The width is missing',
      `Write it after the word: ${band} 30 : door`,
    );
  const [wide, high] = split(size, /\s*[x×]\s*/g);
  const widthMm = length(wide ?? size, unit, 'width');
  const heightMm = high ? length(high, unit, 'height') : USUAL_HEIGHT[band];
  if (colon < 0) {
    throw new Fault(
      end(size) - 1,
      end(size),
      'What closes the cabinet is missing',
      `Write it after a colon: ${band} ${size.text} : door`,
    );
  }
  const contents: Span = { text: line.text.slice(colon + 1), from: line.from + colon + 1 };
  const open = /^\s*open\b\s*(.*)$/i.exec(contents.text);
  if (open) return { band, widthMm, heightMm, rows: [], open: (open[1] ?? '').trim() || 'open' };
  const rows = split(contents, ROW_BREAK).flatMap((row) => readRow(row, unit));
  const cabinet: Cabinet = { band, widthMm, heightMm, rows, open: null };
  const trimmed = split(contents, /^$/g)[0] ?? contents;
  checkFits(cabinet, unit, size, trimmed);
  return cabinet;
}

/**
 * Reads a survey. Bad lines are reported and left out; good ones stand.
 * @param text the notation
 * @param defaultUnit the unit of bare numbers until a `unit` line says otherwise
 * @returns the kitchen of the good lines, the unit that held at the end, and every error in order
 */
export function readNotation(text: string, defaultUnit: LengthUnit): Reading {
  const walls: Wall[] = [];
  const errors: NotationError[] = [];
  let unit = defaultUnit;
  const lines = text.split(/\r?\n/);
  lines.slice(0, MAX_LINES).forEach((raw, i) => {
    const comment = raw.indexOf('#');
    const body = comment < 0 ? raw : raw.slice(0, comment);
    const from = body.length - body.trimStart().length;
    const line: Span = { text: body.trim(), from };
    if (!line.text) return;
    try {
      const start = /^[a-z]+/i.exec(line.text)?.[0] ?? '';
      const word = start.toLowerCase();
      const rest: Span = { text: line.text.slice(start.length).trim(), from: from + start.length + 1 };
      if (word === 'unit') {
        const wanted = rest.text.toLowerCase();
        if (!isOneOf(wanted, LENGTH_UNITS))
          throw new Fault(
            rest.from,
            end(rest),
            `“${rest.text}” is not a unit`,
            'Write unit in, unit cm or unit mm',
          );
        unit = wanted;
      } else if (word === 'wall') {
        if (!rest.text) throw new Fault(from, end(line), 'The wall has no name', 'Write one: wall North');
        if (walls.some((w) => w.name.toLowerCase() === rest.text.toLowerCase())) {
          throw new Fault(
            rest.from,
            end(rest),
            `There is a wall “${rest.text}” already`,
            'Give each wall a name of its own',
          );
        }
        walls.push({ name: rest.text, cabinets: [] });
      } else if (isOneOf(word, BANDS)) {
        const wall = walls.at(-1);
        if (!wall)
          throw new Fault(
            from,
            end(line),
            'The cabinet stands on no wall',
            'Begin with a line such as: wall North',
          );
        wall.cabinets.push(readCabinet(line, word, unit));
      } else {
        const close = nearest(word, STARTS);
        throw new Fault(
          from,
          from + Math.max(1, start.length || line.text.length),
          `A line cannot begin with “${start || line.text.slice(0, 12)}”`,
          close ? `Did you mean “${close}”?` : `Begin with ${STARTS.join(', ')}`,
        );
      }
    } catch (fault) {
      if (!(fault instanceof Fault)) throw fault;
      errors.push({ line: i + 1, from: fault.from, to: fault.to, message: fault.message, hint: fault.hint });
    }
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
  return { kitchen: { walls }, unit, errors };
}

function writeRow(row: Row, mm: (value: number) => string): string {
  const [a, b] = row.fronts;
  const pair =
    row.fronts.length === 2 &&
    a?.form === 'door' &&
    b?.form === 'door' &&
    a.hinge === 'left' &&
    b.hinge === 'right';
  const fronts = pair
    ? 'pair'
    : row.fronts.map((f) => f.form + (f.hinge ? (f.hinge === 'left' ? ' L' : ' R') : '')).join(' ');
  return fronts + (row.heightMm === null ? '' : ` @${mm(row.heightMm)}`);
}

function writeCabinet(cabinet: Cabinet, mm: (value: number) => string): string {
  const usual = cabinet.heightMm === USUAL_HEIGHT[cabinet.band];
  const size = mm(cabinet.widthMm) + (usual ? '' : ` x ${mm(cabinet.heightMm)}`);
  const rows = cabinet.rows.map((row) => writeRow(row, mm));
  const stacked: string[] = [];
  for (let i = 0; i < rows.length;) {
    let n = 1;
    while (rows[i + n] === rows[i] && n < 12) n++;
    stacked.push(n > 1 ? `${n}x ${rows[i]}` : (rows[i] ?? ''));
    i += n;
  }
  return `${cabinet.band} ${size} : ${cabinet.open === null ? stacked.join(' / ') : `open ${cabinet.open}`}`;
}

/**
 * Writes a kitchen in the notation, millimetres throughout, so that reading it back gives the same kitchen.
 */
export function writeNotation(kitchen: Kitchen): string {
  const lines = ['unit mm'];
  for (const wall of kitchen.walls) {
    lines.push('', `wall ${wall.name}`, ...wall.cabinets.map((c) => writeCabinet(c, String)));
  }
  return lines.join('\n') + '\n';
}

/** The shape of a cabinet as text: equal for cabinets that look the same. */
export const cabinetShape = (cabinet: Cabinet): string => writeCabinet(cabinet, (value) => value.toFixed(1));
