/** Pieces as rows of a table: what a spreadsheet is given, and what is read back from one. */
import { frozen } from '../frozen';
import {
  BANDS,
  bareCabinet,
  canHinge,
  FORMS,
  SIDES,
  type Band,
  type Cabinet,
  type Form,
  type Front,
  type Hinge,
} from '../kitchen/kitchen';
import {
  conditionSchema,
  FACES_TO_COAT,
  HANDLES,
  HINGE_KINDS,
  hingesOf,
  OLD_FINISHES,
  PROFILES,
  WOODS,
  type Condition,
} from '../kitchen/condition';
import { REVEAL_MM, SIDES_MM } from '../kitchen/geometry';
import type { SurveyedPiece } from '../kitchen/pieces';
import { formatLength, parseLength, writeLength, type LengthUnit } from '../units/length';

/** Columns in the order in which they are written, and other names they are known by. */
export const CSV_FIELDS = frozen([
  { key: 'code', also: ['label', 'id', 'piece'] },
  { key: 'wall', also: ['run', 'elevation'] },
  { key: 'cabinet', also: ['box', 'cabinet no'] },
  { key: 'band', also: ['position', 'level'] },
  { key: 'row', also: [] },
  { key: 'column', also: ['col'] },
  { key: 'form', also: ['type', 'kind'] },
  { key: 'hinge', also: ['hinge side', 'swing'] },
  { key: 'width', also: ['w', 'wide'] },
  { key: 'height', also: ['h', 'high', 'length'] },
  { key: 'zone', also: ['colour', 'color', 'paint'] },
  { key: 'wood', also: ['material', 'species'] },
  { key: 'old finish', also: ['finish'] },
  { key: 'grease', also: [] },
  { key: 'wear', also: [] },
  { key: 'chips', also: [] },
  { key: 'water', also: ['water damage'] },
  { key: 'glaze', also: ['old glaze'] },
  { key: 'loose', also: ['loose paint'] },
  { key: 'new', also: ['factory new'] },
  { key: 'profile', also: ['front'] },
  { key: 'drawer box', also: [] },
  { key: 'hinges', also: ['hinge count'] },
  { key: 'hinge kind', also: [] },
  { key: 'bagged', also: [] },
  { key: 'handles', also: ['handle', 'hardware'] },
  { key: 'inside', also: ['interior'] },
  { key: 'faces', also: ['faces to coat'] },
  { key: 'note', also: ['notes', 'remark', 'comment'] },
] as const);
export type CsvField = (typeof CSV_FIELDS)[number]['key'];

interface TablePiece extends SurveyedPiece {
  id: string;
  code: string;
  zoneId: string;
  condition: Condition;
}
interface TableZone {
  id: string;
  letter: string;
  name: string;
  colour: string;
}

/** To the nanometre, finer than any rule. */
const round = (mm: number): number => Math.round(mm * 1e6) / 1e6;

const yesNo = (value: boolean): string => (value ? 'yes' : 'no');

/** Pieces as rows under a heading, lengths in the unit. */
export function piecesToRows(
  pieces: readonly TablePiece[],
  zones: readonly TableZone[],
  unit: LengthUnit,
): string[][] {
  const letters = new Map(zones.map((z) => [z.id, z.letter]));
  return [
    CSV_FIELDS.map((f) => f.key),
    ...pieces.map((p) => {
      const c = p.condition;
      const hinges = hingesOf(p, c);
      const cells: Record<CsvField, string> = {
        code: p.code,
        wall: p.wall,
        cabinet: String(p.cabinet + 1),
        band: p.band,
        row: String(p.row + 1),
        column: String(p.column + 1),
        form: p.form,
        hinge: p.hinge ?? '',
        width: writeLength(round(p.w), unit),
        height: writeLength(round(p.h), unit),
        zone: letters.get(p.zoneId) ?? '',
        wood: c.wood,
        'old finish': c.oldFinish,
        grease: String(c.grease),
        wear: String(c.wear),
        chips: yesNo(c.chips),
        water: yesNo(c.water),
        glaze: yesNo(c.glaze),
        loose: yesNo(c.loose),
        new: yesNo(c.fresh),
        profile: c.profile ?? '',
        'drawer box': yesNo(c.box),
        hinges: canHinge(p.form) ? String(hinges.count) : '',
        'hinge kind': canHinge(p.form) ? hinges.kind : '',
        bagged: canHinge(p.form) ? yesNo(hinges.bagged) : '',
        handles: c.handles,
        inside: yesNo(c.inside),
        faces: c.faces,
        note: c.note,
      };
      return CSV_FIELDS.map((f) => cells[f.key]);
    }),
  ];
}

/** Which field each column of a heading is, as far as its name tells; null for none. Each field is taken once. */
export function guessMapping(heading: readonly string[]): (CsvField | null)[] {
  const taken = new Set<CsvField>();
  return heading.map((cell) => {
    const name = cell
      .replace(/[_-]/g, ' ')
      .replace(/\(.*\)/, '')
      .trim()
      .toLowerCase();
    const field = CSV_FIELDS.find(
      (f) => !taken.has(f.key) && (f.key === name || (f.also as readonly string[]).includes(name)),
    );
    if (field) taken.add(field.key);
    return field?.key ?? null;
  });
}

interface CsvFault {
  /** row of the table from 1, the heading being row 1 */
  row: number;
  field: CsvField | null;
  message: string;
  hint: string;
}

/** What a row says about a piece that is there. */
interface PieceChange {
  row: number;
  piece: string;
  code: string;
  zone: string | null;
  condition: Partial<Condition>;
}

/** A cabinet that rows make, and what they say about its pieces in the order of the drawing. */
export interface NewCabinet {
  wall: string;
  cabinet: Cabinet;
  pieces: { row: number; form: Form; zone: string | null; condition: Partial<Condition> }[];
}

export interface CsvReading {
  faults: CsvFault[];
  changes: PieceChange[];
  cabinets: NewCabinet[];
}

type Cells = Partial<Record<CsvField, string>>;

/** One row being read; what is wrong with it is gathered. */
interface Row {
  row: number;
  cells: Cells;
  fault: (field: CsvField | null, message: string, hint: string) => void;
}

function choice<T extends string>(from: Row, field: CsvField, options: readonly T[]): T | undefined {
  const typed = from.cells[field]?.toLowerCase();
  if (!typed) return undefined;
  const found = options.find((o) => o.toLowerCase() === typed);
  if (found === undefined)
    from.fault(field, `“${from.cells[field]}” is no ${field}`, `Write one of ${options.join(', ')}`);
  return found;
}

function whole(from: Row, field: CsvField, least: number, most: number): number | undefined {
  const typed = from.cells[field];
  if (!typed) return undefined;
  const n = Number(typed);
  if (Number.isInteger(n) && n >= least && n <= most) return n;
  from.fault(field, `“${typed}” is not a whole number from ${least} to ${most}`, 'Mend the cell');
  return undefined;
}

const YES = frozen(['yes', 'y', 'true', '1', 'x']);
const NO = frozen(['no', 'n', 'false', '0', '-']);
function flag(from: Row, field: CsvField): boolean | undefined {
  const typed = from.cells[field]?.toLowerCase();
  if (!typed) return undefined;
  if (YES.includes(typed)) return true;
  if (NO.includes(typed)) return false;
  from.fault(field, `“${from.cells[field]}” is neither yes nor no`, 'Write yes or no');
  return undefined;
}

function length(from: Row, field: 'width' | 'height', unit: LengthUnit): number | undefined {
  const typed = from.cells[field];
  if (!typed) return undefined;
  const mm = parseLength(typed, unit);
  if (mm === null || mm > 6000 || mm < 40) {
    from.fault(
      field,
      `“${typed}” is not the ${field} of a piece`,
      'Write a length such as 14 3/8, 36.5 cm or 365 mm',
    );
    return undefined;
  }
  return mm;
}

function readZone(from: Row, zones: readonly TableZone[]): string | null {
  const typed = from.cells.zone?.toLowerCase();
  if (!typed) return null;
  const zone = zones.find((z) => [z.letter, z.name, z.colour].some((name) => name.toLowerCase() === typed));
  if (zone) return zone.id;
  from.fault(
    'zone',
    `There is no zone “${from.cells.zone}”`,
    `Write one of ${zones.map((z) => z.letter).join(', ')}, or add the zone first`,
  );
  return null;
}

function readCondition(from: Row, form: Form): Partial<Condition> {
  const count = whole(from, 'hinges', 0, 6);
  const kind = choice(from, 'hinge kind', HINGE_KINDS);
  const bagged = flag(from, 'bagged');
  const said = count !== undefined || kind !== undefined || bagged !== undefined;
  const note = from.cells.note;
  if (note !== undefined && note.length > 500)
    from.fault('note', `The note has ${note.length} letters`, 'A note has at most 500');
  const read = {
    wood: choice(from, 'wood', WOODS),
    oldFinish: choice(from, 'old finish', OLD_FINISHES),
    grease: whole(from, 'grease', 0, 3),
    wear: whole(from, 'wear', 0, 3),
    chips: flag(from, 'chips'),
    water: flag(from, 'water'),
    glaze: flag(from, 'glaze'),
    loose: flag(from, 'loose'),
    fresh: flag(from, 'new'),
    profile: choice(from, 'profile', PROFILES),
    box: flag(from, 'drawer box'),
    hinges:
      said && canHinge(form)
        ? { count: count ?? 2, kind: kind ?? ('cup' as const), bagged: bagged ?? true }
        : undefined,
    handles: choice(from, 'handles', HANDLES),
    inside: flag(from, 'inside'),
    faces: choice(from, 'faces', FACES_TO_COAT),
    note: note || undefined,
  };
  return Object.fromEntries(Object.entries(read).filter(([, v]) => v !== undefined)) as Partial<Condition>;
}

/** A row about a piece that is there: it may not say another size than the drawing. */
function readChange(
  from: Row,
  piece: TablePiece,
  zones: readonly TableZone[],
  unit: LengthUnit,
): PieceChange {
  for (const [field, drawn] of [
    ['width', piece.w],
    ['height', piece.h],
  ] as const) {
    const mm = length(from, field, unit);
    if (mm !== undefined && Math.abs(mm - drawn) > 0.5)
      from.fault(
        field,
        `${piece.code} is ${formatLength(drawn, unit)} ${unit} in the drawing, not ${from.cells[field]}`,
        'Change it in the drawing, or leave the column out',
      );
  }
  const form = choice(from, 'form', FORMS);
  if (form && form !== piece.form)
    from.fault(
      'form',
      `${piece.code} is a ${piece.form} in the drawing`,
      'Change it in the drawing, or leave the column out',
    );
  return {
    row: from.row,
    piece: piece.id,
    code: piece.code,
    zone: readZone(from, zones),
    condition: readCondition(from, piece.form),
  };
}

/** A row about a piece that is not there yet. */
interface NewPiece {
  from: Row;
  wall: string;
  cabinet: string;
  band: Band;
  place: number;
  column: number;
  form: Form;
  hinge: Hinge | null;
  w: number;
  h: number;
  zone: string | null;
  condition: Partial<Condition>;
}

function readAddition(from: Row, zones: readonly TableZone[], unit: LengthUnit): NewPiece | null {
  const { cells } = from;
  for (const field of ['wall', 'form', 'width', 'height'] as const)
    if (!cells[field])
      from.fault(field, `The ${field} is missing`, 'A new piece needs wall, form, width and height');
  if (cells.wall && (/[#\n\r]/.test(cells.wall) || cells.wall.length > 60))
    from.fault(
      'wall',
      `“${cells.wall.slice(0, 60)}” is no name for a wall`,
      'Write a short name without “#”',
    );
  const form = choice(from, 'form', FORMS);
  const [w, h] = [length(from, 'width', unit), length(from, 'height', unit)];
  const band = choice(from, 'band', BANDS) ?? 'base';
  const place = whole(from, 'row', 1, 12) ?? 1;
  const column = whole(from, 'column', 1, 12) ?? 1;
  const side = choice(from, 'hinge', SIDES);
  const zone = readZone(from, zones);
  if (!cells.wall || !form || w === undefined || h === undefined) return null;
  const hinge = canHinge(form) ? (side ?? 'left') : null;
  const condition = readCondition(from, form);
  const cabinet = cells.cabinet ?? `row ${from.row}`;
  return { from, wall: cells.wall, cabinet, band, place, column, form, hinge, w, h, zone, condition };
}

const close = (a: number, b: number): boolean => Math.abs(a - b) <= 1;

/** Fronts of one cabinet, row by row; null with a fault when they cannot close one box. */
function buildCabinet(group: readonly NewPiece[]): NewCabinet | null {
  const [first] = group;
  if (!first) return null;
  const reveal = REVEAL_MM.framed;
  const fronts = group.filter((p) => p.form !== 'shelf');
  const shelves = group.filter((p) => p.form === 'shelf');
  const cabinet = bareCabinet(first.band, (shelves[0]?.w ?? 0) + SIDES_MM);
  cabinet.shelves = shelves.length;
  if (shelves.length > 12) {
    first.from.fault('form', `${shelves.length} loose shelves are not possible`, 'A cabinet has at most 12');
    return null;
  }
  if (fronts.length === 0) {
    cabinet.vacancy = { kind: 'open', name: '' };
    cabinet.depthMm = (shelves[0]?.h ?? 0) + SIDES_MM / 2;
  }
  const ordered: NewPiece[] = [];
  let width: number | null = null;
  for (const place of [...new Set(fronts.map((p) => p.place))].sort((a, b) => a - b)) {
    const row = fronts.filter((p) => p.place === place).sort((a, b) => a.column - b.column);
    const [lead] = row;
    if (!lead) continue;
    const odd = row.find((p) => !close(p.w, lead.w) || !close(p.h, lead.h));
    if (odd) {
      odd.from.fault('width', 'It is not as big as the piece beside it', 'Give it a cabinet of its own');
      return null;
    }
    const twice = row.find((p, i) => i > 0 && p.column === row[i - 1]?.column);
    if (twice) {
      twice.from.fault(
        'column',
        `Column ${twice.column} of row ${place} is there twice`,
        'Number the columns from the left',
      );
      return null;
    }
    const wide = row.length * lead.w + reveal * (row.length + 1);
    if (width !== null && !close(width, wide)) {
      lead.from.fault('width', 'This row is not as wide as the one above it', 'Give it a cabinet of its own');
      return null;
    }
    width ??= wide;
    cabinet.rows.push({
      fronts: row.map((p): Front => ({ form: p.form === 'shelf' ? 'panel' : p.form, hinge: p.hinge })),
      heightMm: lead.h,
    });
    ordered.push(...row);
  }
  if (width !== null) {
    cabinet.widthMm = round(width);
    const heights = cabinet.rows.reduce((sum, r) => sum + (r.heightMm ?? 0), 0);
    cabinet.heightMm = round(heights + reveal * (cabinet.rows.length + 1));
  }
  return {
    wall: first.wall,
    cabinet,
    pieces: [...ordered, ...shelves].map(({ from, form, zone, condition }) => ({
      row: from.row,
      form,
      zone,
      condition,
    })),
  };
}

/**
 * Reads a table of pieces. A row with the code of a piece that is there changes it; any other adds a piece.
 * @param rows the table, heading first
 * @param mapping the field of each column, null for a column that is left out
 * @param asNew every row adds a piece, whatever its code
 * @returns what the rows say, and every fault; nothing may be taken over while there are faults
 */
export function readPieceRows(
  rows: readonly (readonly string[])[],
  mapping: readonly (CsvField | null)[],
  job: { pieces: readonly TablePiece[]; zones: readonly TableZone[]; unit: LengthUnit },
  asNew = false,
): CsvReading {
  const faults: CsvFault[] = [];
  const twice = mapping.find((f, i) => f !== null && mapping.indexOf(f) < i);
  if (twice)
    faults.push({
      row: 1,
      field: twice,
      message: `Two columns are “${twice}”`,
      hint: 'Choose another field for one of them',
    });
  const codes = new Map(job.pieces.map((p) => [p.code.toLowerCase(), p]));
  const changes: PieceChange[] = [];
  const additions: NewPiece[] = [];
  const seen = new Map<string, number>();
  rows.slice(1).forEach((line, i) => {
    const row = i + 2;
    const cells: Cells = {};
    mapping.forEach((field, k) => {
      // A guard against formulas that an export put there is taken off again.
      const cell = (line[k] ?? '').trim().replace(/^'(?=[=+\-@\t\r])/, '');
      if (field !== null && cell) cells[field] = cell;
    });
    if (Object.keys(cells).length === 0) return;
    const from: Row = {
      row,
      cells,
      fault: (field, message, hint) => faults.push({ row, field, message, hint }),
    };
    const known = asNew ? undefined : codes.get(cells.code?.toLowerCase() ?? '');
    if (!known) {
      const added = readAddition(from, job.zones, job.unit);
      if (added) additions.push(added);
      return;
    }
    const before = seen.get(known.id);
    if (before) from.fault('code', `${known.code} is in row ${before} too`, 'Take one of the rows out');
    seen.set(known.id, row);
    changes.push(readChange(from, known, job.zones, job.unit));
  });
  const groups = new Map<string, NewPiece[]>();
  for (const p of additions) {
    const key = `${p.wall.toLowerCase()}\n${p.cabinet}`;
    groups.set(key, [...(groups.get(key) ?? []), p]);
  }
  const cabinets = [...groups.values()].flatMap((group) => buildCabinet(group) ?? []);
  if (!twice && changes.length + additions.length === 0 && faults.length === 0)
    faults.push({
      row: 1,
      field: null,
      message: 'The table has no rows with anything in them',
      hint: 'Choose the fields of its columns',
    });
  return { faults: faults.sort((a, b) => a.row - b.row), changes, cabinets };
}

/** Takes over what a row says. */
export const withSaid = (condition: Condition, said: Partial<Condition>): Condition =>
  conditionSchema.parse({ ...condition, ...said });
