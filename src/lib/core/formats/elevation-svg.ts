/** A wall as a drawing of its own: SVG with codes and sizes, millimetres at 1 : 5. */
import type { Elevation } from '../kitchen/geometry';
import { isTurnUnsafe } from '../labels/turn-safe';
import { formatLength, type LengthUnit } from '../units/length';

interface DrawnPiece {
  code: string;
  /** letter of its zone, and its paint */
  zone: string;
  hex: string;
}

const SCALE = 0.2;
const MARGIN = 30;

const escape = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

/**
 * Draws a wall.
 * @param title what is written over it
 * @param pieces its pieces in the order of the drawing
 * @returns an SVG document
 */
export function elevationSvg(
  wall: Elevation,
  pieces: readonly DrawnPiece[],
  unit: LengthUnit,
  title: string,
): string {
  const [w, h] = [wall.width * SCALE, wall.height * SCALE];
  const n = (v: number): string => String(Math.round(v * 100) / 100);
  const rect = (box: { x: number; y: number; w: number; h: number }, attributes: string): string =>
    `<rect x="${n(box.x * SCALE)}" y="${n(h - (box.y + box.h) * SCALE)}" width="${n(box.w * SCALE)}" height="${n(box.h * SCALE)}" ${attributes}/>`;
  const text = (x: number, y: number, size: number, words: string, more = ''): string =>
    `<text x="${n(x)}" y="${n(y)}" font-size="${n(size)}" text-anchor="middle" ${more}>${escape(words)}</text>`;
  const out: string[] = [];
  let i = 0;
  for (const c of wall.cabinets) {
    const dashed = c.vacancy && c.vacancy.kind !== 'open' ? ' stroke-dasharray="3 3"' : '';
    out.push(rect(c, `fill="#efeadf" stroke="#8b867a"${dashed}`));
    const middle = { x: (c.x + c.w / 2) * SCALE, y: h - (c.y + c.h / 2) * SCALE };
    if (c.vacancy) out.push(text(middle.x, middle.y, 10, c.vacancy.name || c.vacancy.kind));
    if (c.blind) out.push(rect(c.blind, 'fill="#d8d2c4" stroke="#8b867a"'));
    out.push(
      text(
        middle.x,
        h - c.y * SCALE + 11,
        8,
        `${formatLength(c.w, unit)} × ${formatLength(c.h, unit)}`,
        'fill="#565d59"',
      ),
    );
    for (const p of c.pieces) {
      const piece = pieces[i++];
      const at = { x: (p.x + p.w / 2) * SCALE, y: h - (p.y + p.h / 2) * SCALE };
      const size = Math.min(
        15,
        p.h * SCALE * 0.7,
        (p.w * SCALE * 0.9) / (0.62 * Math.max(1, piece?.code.length ?? 1)),
      );
      out.push(
        rect(
          p,
          `fill="${piece && /^#[0-9a-f]{6}$/i.test(piece.hex) ? piece.hex : '#fffdf8'}" stroke="#1e2422"`,
        ),
      );
      if (p.hinge) {
        const x = (p.hinge === 'left' ? p.x : p.x + p.w) * SCALE;
        for (const share of [0.16, 0.84])
          out.push(`<circle cx="${n(x)}" cy="${n(h - (p.y + p.h * share) * SCALE)}" r="2" fill="#1e2422"/>`);
      }
      out.push(
        text(
          at.x,
          at.y + size * 0.36,
          size,
          piece?.code ?? '',
          `font-family="IBM Plex Mono, monospace" font-weight="600" paint-order="stroke" stroke="#fffdf8" stroke-width="3"${isTurnUnsafe(piece?.code ?? '') ? ' text-decoration="underline"' : ''}`,
        ),
      );
      if (piece) out.push(`<title>${escape(`${piece.code}, ${p.form}, zone ${piece.zone}`)}</title>`);
    }
  }
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(w + 2 * MARGIN)}" height="${n(h + 2 * MARGIN + 20)}" viewBox="${-MARGIN} ${-MARGIN - 20} ${n(w + 2 * MARGIN)} ${n(h + 2 * MARGIN + 20)}" font-family="IBM Plex Sans, sans-serif">`,
    `<title>${escape(title)}</title>`,
    `<text x="0" y="-14" font-size="14" font-weight="600">${escape(title)}</text>`,
    `<line x1="0" y1="${n(h)}" x2="${n(w)}" y2="${n(h)}" stroke="#1e2422" stroke-width="2"/>`,
    ...out,
    '</svg>',
    '',
  ].join('\n');
}
