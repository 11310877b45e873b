/** What is where on a label, the same on a sheet, on the printer's tape and on the screen. Millimetres. */
import type { Label, Sign } from './label-set';
import { isTurnUnsafe } from './turn-safe';

type Point = [number, number];
export type LabelPart =
  /** `y` is the top of the line; its baseline is 1.025 sizes below (ascent of IBM Plex) */
  | { part: 'text'; x: number; y: number; size: number; text: string; mono: boolean; underline: boolean }
  | { part: 'shape'; points: Point[] }
  | { part: 'outline'; points: Point[] }
  | { part: 'disc'; x: number; y: number; r: number; filled: boolean }
  | { part: 'qr'; x: number; y: number; size: number; data: string };

const PAD = 2;
/** Width of a sign of IBM Plex Mono, in sizes. */
const MONO = 0.6;
const LEAST_TEXT = 2.2;
/** A label lower than this has two lines under its code. */
const LOW = 30;

const rect = (x: number, y: number, w: number, h: number): Point[] => [
  [x, y],
  [x + w, y],
  [x + w, y + h],
  [x, y + h],
];

function arrow(x: number, y: number, h: number): LabelPart[] {
  return [
    {
      part: 'shape',
      points: [
        [x, y + 4],
        [x + 2.5, y],
        [x + 5, y + 4],
      ],
    },
    { part: 'shape', points: rect(x + 1.9, y + 4, 1.2, Math.max(1, h - 4)) },
  ];
}

/** A shape in a square of side `s`. */
function sign(kind: Sign, x: number, y: number, s: number): LabelPart {
  switch (kind) {
    case 'disc':
    case 'ring':
      return { part: 'disc', x: x + s / 2, y: y + s / 2, r: s / 2, filled: kind === 'disc' };
    case 'square':
      return { part: 'shape', points: rect(x, y, s, s) };
    case 'bar':
      return { part: 'shape', points: rect(x, y + s * 0.3, s, s * 0.4) };
    case 'triangle':
      return {
        part: 'shape',
        points: [
          [x, y + s],
          [x + s / 2, y],
          [x + s, y + s],
        ],
      };
    case 'diamond':
      return {
        part: 'shape',
        points: [
          [x, y + s / 2],
          [x + s / 2, y],
          [x + s, y + s / 2],
          [x + s / 2, y + s],
        ],
      };
  }
}

/** A door in outline with its hinges as blocks on their side. */
function hingeSketch(label: Label, x: number, y: number, w: number, h: number): LabelPart[] {
  if (!label.hinges) return [];
  const { side, count } = label.hinges;
  const hx = side === 'left' ? x - 0.6 : x + w - 0.6;
  return [
    { part: 'outline', points: rect(x, y, w, h) },
    ...Array.from({ length: count }, (_, i): LabelPart => {
      const at = count === 1 ? 0.5 : 0.12 + (0.76 * i) / (count - 1);
      return { part: 'shape', points: rect(hx, y + h * at - 0.6, 1.2, 1.2) };
    }),
  ];
}

/**
 * Lays a label out.
 * @param label what it says
 * @param w width and height of the label, mm
 * @param again how often it was printed before; said on the label
 * @returns its parts, from the upper left corner
 */
export function layoutLabel(label: Label, w: number, h: number, again = 0): LabelPart[] {
  const left = PAD + 7;
  const said = again > 0 ? [...label.lines.slice(0, 2), `printed again, ${again + 1}.`] : label.lines;
  // On a low label the last line gives way to the code.
  const lines = said.slice(0, h < LOW ? 2 : 3);
  const small = Math.max(LEAST_TEXT, Math.min(3.2, h * 0.085));
  const linesTop = h - PAD - lines.length * small * 1.25;
  const qr = Math.min(linesTop - PAD, 32, w * 0.4);
  const mark = label.zone ? Math.min(5, h * 0.16) : 0;
  const room = w - left - qr - 2 * PAD - (label.zone ? mark + 1.5 : 0);
  const size = Math.min((linesTop - PAD) * 0.86, 24, room / (MONO * Math.max(2, label.code.length)));
  return [
    ...(label.arrow ? arrow(PAD + 0.5, PAD + 1, h * 0.42) : []),
    ...hingeSketch(label, PAD + 1, h - PAD - h * 0.26, 4, h * 0.24),
    {
      part: 'text',
      x: left,
      y: PAD - 0.5,
      size,
      text: label.code,
      mono: true,
      underline: isTurnUnsafe(label.code),
    },
    ...lines.map((text, i): LabelPart => ({
      part: 'text',
      x: left,
      y: linesTop + i * small * 1.25,
      // A long line is set smaller rather than cut.
      size: Math.min(small, (w - left - PAD) / (0.52 * Math.max(1, text.length))),
      text,
      mono: false,
      underline: false,
    })),
    ...(label.zone
      ? [
          sign(label.zone.sign, w - PAD - qr - mark - 1.5, PAD + 0.5, mark),
          {
            part: 'text' as const,
            x: w - PAD - qr - mark - 1.5 + mark * 0.15,
            y: PAD + mark + 0.5,
            size: mark * 0.8,
            text: label.zone.letter,
            mono: true,
            underline: false,
          },
        ]
      : []),
    { part: 'qr', x: w - PAD - qr, y: PAD, size: qr, data: label.key },
  ];
}
