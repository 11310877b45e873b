/** What a household's page shows: of its own job alone, no prices, nobody's name. */
import { customerPage, type CustomerPage } from '$core/bench/pages/customer';
import { openBench } from '$core/bench/view/bench-job';
import { dayToMs, sayDate, sayDay, startOfDay } from '$core/units/clock-time';
import { REPORT_KINDS, type ReportKind } from '$core/quality/report-kinds';
import type { Db } from '../../db/open';
import { listReports, photosOf, type CustomerLink } from '../../store/customers';
import { customerCalendar } from '../across/calendars';
import { benchPack } from '../bench/bench-pack';
import { companyOf } from '../company/settings';
import { elevations } from '../job/elevations';
import { openJob } from '../job/open-job';
import { chancesOf } from '../plan/chances';
import { currentPlan } from '../plan/make/current-plan';
import { MOST_PHOTOS } from './reports';

export interface CustomerView {
  /** of the page, with its secret */
  path: string;
  name: string;
  place: string;
  company: { name: string; town: string; contact: string };
  page: CustomerPage;
  walls: {
    name: string;
    width: number;
    height: number;
    boxes: { x: number; y: number; w: number; h: number }[];
    fronts: { id: string; code: string; x: number; y: number; w: number; h: number; hex: string }[];
  }[];
  /** the door or drawer that was touched, and how large it is drawn, px */
  chosen: { id: string; code: string; name: string; words: string; width: number; height: number } | null;
  /** where on it, share of width and height */
  point: { x: number; y: number } | null;
  kinds: readonly ReportKind[];
  given: { kind: string; words: string };
  mostPhotos: number;
  reports: {
    id: string;
    when: string;
    kind: ReportKind;
    code: string;
    words: string;
    photos: number;
    answer: string | null;
    answeredOn: string;
    day: string;
    closed: boolean;
  }[];
  sent: boolean;
  error: string;
}

/** A door is drawn as tall as fits a phone beside its words, px. */
const TALL = 280;
const WIDE = 300;
export function drawnSize({ w, h }: { w: number; h: number }): { width: number; height: number } {
  const scale = Math.min(WIDE / w, TALL / h);
  return { width: Math.round(w * scale), height: Math.round(h * scale) };
}

export interface Asked {
  path: string;
  piece: string | null;
  point: { x: number; y: number } | null;
  sent: boolean;
  error?: string;
  given?: { kind: string; words: string };
}

export function customerView(db: Db, link: CustomerLink, asked: Asked, now: number): CustomerView {
  const file = openJob(db, link.job);
  const { plan } = currentPlan(db, file, now);
  const chances = chancesOf(db, { file, plan, planning: null }, now);
  const bench = openBench(benchPack(db, { file, plan }, now));
  const { zone } = file.job;
  const visits = customerCalendar(file, plan).map(({ start, end, kind }) => ({ start, end, kind }));
  const firstDay = file.choice ? dayToMs(file.choice.startDay, zone) : null;
  const page = customerPage(
    bench,
    visits,
    firstDay !== null && firstDay >= startOfDay(now, zone) ? firstDay : null,
    now,
    chances === 'asked' ? null : chances,
  );
  const piece = file.pieces.find((p) => p.id === asked.piece);
  const front = page.fronts.find((f) => f.id === piece?.id);
  const { name, town, contact } = companyOf(db);
  return {
    path: asked.path,
    name: file.job.name,
    place: file.job.place,
    company: { name, town, contact },
    page,
    walls: elevations(file, now).map((w) => ({
      name: w.room ? `${w.room}, ${w.name}` : w.name,
      width: w.width,
      height: w.height,
      boxes: w.boxes.map(({ x, y, w: width, h }) => ({ x, y, w: width, h })),
      fronts: w.fronts.map(({ id, code, x, y, w: width, h, hex }) => ({ id, code, x, y, w: width, h, hex })),
    })),
    chosen:
      piece && front
        ? { id: piece.id, code: piece.code, name: front.name, words: front.words, ...drawnSize(piece) }
        : null,
    point: piece ? asked.point : null,
    kinds: REPORT_KINDS,
    given: asked.given ?? { kind: '', words: '' },
    mostPhotos: MOST_PHOTOS,
    reports: listReports(db, link.job).map((r) => ({
      id: r.id,
      when: sayDate(r.at, zone),
      kind: r.kind,
      code: file.codes.get(r.piece ?? '') ?? '',
      words: r.words,
      photos: photosOf(db, r.id).length,
      answer: r.answer,
      answeredOn: r.answeredAt === null ? '' : sayDate(r.answeredAt, zone),
      day: r.answerDay ? sayDay(dayToMs(r.answerDay, zone), zone) : '',
      closed: r.closedAt !== null,
    })),
    sent: asked.sent,
    error: asked.error ?? '',
  };
}

/** A door as a picture to be pointed at: plain, in its colour, with a mark where somebody pointed. */
export function doorSvg(
  db: Db,
  link: CustomerLink,
  pieceId: string,
  point: { x: number; y: number } | null,
): string | null {
  const file = openJob(db, link.job);
  const piece = file.pieces.find((p) => p.id === pieceId);
  if (!piece) return null;
  const { width, height } = drawnSize(piece);
  const hex = file.zones.find((z) => z.id === piece.zoneId)?.hex ?? '#ffffff';
  const inset = Math.round(Math.min(width, height) * 0.14);
  const mark = point
    ? `<circle cx="${(point.x * width).toFixed(1)}" cy="${(point.y * height).toFixed(1)}" r="12" fill="none" stroke="#fff" stroke-width="6"/><circle cx="${(point.x * width).toFixed(1)}" cy="${(point.y * height).toFixed(1)}" r="12" fill="none" stroke="#a8231b" stroke-width="3"/>`
    : '';
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}"><rect width="${width}" height="${height}" fill="${/^#[0-9a-fA-F]{6}$/.test(hex) ? hex : '#ffffff'}"/><rect x="${inset}" y="${inset}" width="${width - 2 * inset}" height="${height - 2 * inset}" fill="none" stroke="#1e2422" stroke-opacity="0.4" stroke-width="2"/>${mark}</svg>`;
}
