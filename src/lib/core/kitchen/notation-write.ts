/** The survey notation, written, so that reading it back gives the same kitchen. */
import { frozen } from '../frozen';
import { writeLength, type LengthUnit } from '../units/length';
import {
  USUAL_DEPTH,
  USUAL_HEIGHT,
  USUAL_TOE_MM,
  type Cabinet,
  type Kitchen,
  type Row,
  type Wall,
} from './kitchen';
import type { LineContext } from './notation';
import { BUILD_OF_LINE, type Moulding } from './notation-words';

const MM: LineContext = frozen({ unit: 'mm', build: BUILD_OF_LINE });

function writeRow(row: Row, unit: LengthUnit): string {
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
  return fronts + (row.heightMm === null ? '' : ` @${writeLength(row.heightMm, unit)}`);
}

function writeContents({ rows, vacancy }: Cabinet, unit: LengthUnit): string {
  if (vacancy) return `${vacancy.kind}${vacancy.name ? ` ${vacancy.name}` : ''}`;
  const written = rows.map((row) => writeRow(row, unit));
  const stacked: string[] = [];
  for (let i = 0; i < written.length;) {
    let n = 1;
    while (written[i + n] === written[i] && n < 12) n++;
    stacked.push(n > 1 ? `${n}x ${written[i]}` : (written[i] ?? ''));
    i += n;
  }
  return stacked.join(' / ');
}

/** One cabinet as a line of the notation, in the unit and build that hold there. */
export function writeCabinet(cabinet: Cabinet, { unit, build }: LineContext): string {
  const { band, widthMm, heightMm, depthMm, corner, shelves, ends } = cabinet;
  const deep = depthMm !== USUAL_DEPTH[band];
  const high = deep || heightMm !== USUAL_HEIGHT[band];
  const size = [widthMm, ...(high ? [heightMm] : []), ...(deep ? [depthMm] : [])];
  const side = (s: string) => (s === 'left' ? 'L' : 'R');
  return [
    band,
    size.map((mm) => writeLength(mm, unit)).join(' x '),
    ...(corner ? [`corner ${side(corner.side)}`] : []),
    ...(corner && corner.blindMm > 0 ? [`blind ${writeLength(corner.blindMm, unit)}`] : []),
    ...(cabinet.build === build ? [] : [cabinet.build]),
    ':',
    writeContents(cabinet, unit),
    ...(ends.left && ends.right ? ['+ end both'] : ends.left ? ['+ end L'] : ends.right ? ['+ end R'] : []),
    ...(shelves ? [`+ ${shelves} shelf`] : []),
  ].join(' ');
}

/** A moulding as a line of the notation. */
export const writeMoulding = (moulding: Moulding, mm: number, unit: LengthUnit): string =>
  `${moulding} ${mm === 0 ? 'none' : writeLength(mm, unit)}`;

function writeWall(wall: Wall): string[] {
  return [
    `${wall.island ? 'island' : 'wall'} ${wall.name}`,
    ...(wall.crownMm ? [writeMoulding('crown', wall.crownMm, 'mm')] : []),
    ...(wall.lightRailMm ? [writeMoulding('light', wall.lightRailMm, 'mm')] : []),
    ...(wall.toeMm === USUAL_TOE_MM ? [] : [writeMoulding('toe', wall.toeMm, 'mm')]),
    ...wall.cabinets.map((c) => writeCabinet(c, MM)),
  ];
}

/** Writes a kitchen in the notation, millimetres throughout. */
export function writeNotation(kitchen: Kitchen): string {
  const lines = ['unit mm'];
  let room = '';
  for (const wall of kitchen.walls) {
    if (wall.room !== room) lines.push('', `room ${wall.room}`.trimEnd());
    room = wall.room;
    lines.push('', ...writeWall(wall));
  }
  return lines.join('\n') + '\n';
}

/** The shape of a cabinet as text: equal for cabinets that look the same. */
export const cabinetShape = (cabinet: Cabinet): string => writeCabinet(cabinet, MM);
