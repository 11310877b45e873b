/** Checks after hand-over: which pieces to look at, what was seen, what is to touch up and how. */
import { DAY, MINUTE } from '$core/units/durations';
import { FAILURES, failureOf } from '$core/quality/failures';
import { METHODS, SPOT_WORDS, type CheckMethod } from '$core/quality/check-methods';
import { isoDay } from '$core/units/clock-time';
import { causesOf, factsOf, remedyOf } from '../view/touch-up-advice';
import { visitPlan } from '../view/visit-plan';
import { kitchenWorks, pieceState, type Check, type TouchUp } from '../state/state';
import type { Bench } from '../view/bench-job';
import { benchView } from '../view/view';

const DAYS_A_MONTH = 30.4375;

/** Every way to check, for the form. */
const methods = (Object.keys(METHODS) as CheckMethod[]).map((key) => ({
  key,
  ...METHODS[key],
  spots: METHODS[key].on.map((spot) => ({ key: spot, words: SPOT_WORDS[spot] })),
}));

/** @param wanted the piece that is to be checked; null for none yet */
export function checkPage(bench: Bench, wanted: string | null, now: number) {
  const { pack, state, codes, route } = bench;
  const people = new Map(pack.people.map((w) => [w.id, w.name]));
  const said = (c: Check) => ({
    id: c.id,
    piece: c.piece,
    code: c.piece ? (codes.get(c.piece) ?? '') : 'sample panel',
    at: c.at,
    who: people.get(c.worker) ?? '',
    how: c.how,
    face: c.face,
    sound: c.sound,
    method: METHODS[c.method].name,
    result: c.result,
    note: c.note,
    sizeMm: c.sizeMm,
    x: c.x,
    y: c.y,
  });
  const chosen = pack.pieces.find((p) => p.id === wanted);
  const handedOver = state.handedOver;
  const inKitchen = kitchenWorks(state);
  const touchUp = (t: TouchUp) => {
    const failure = failureOf(t.failure);
    const piece = pack.pieces.find((p) => p.id === t.piece);
    const sheen = pack.zones.find((z) => z.id === piece?.zoneId)?.sheen ?? 'satin';
    const remedy = remedyOf(bench, t, sheen, now);
    const works = bench.site.flatMap((s) => (s.touchUp === t.id ? (inKitchen.get(s.key) ?? []) : []));
    const until = handedOver === null ? null : handedOver + (pack.warrantyMonths ?? 0) * DAYS_A_MONTH * DAY;
    return {
      id: t.id,
      piece: t.piece,
      code: codes.get(t.piece) ?? '',
      seen: failure.seen,
      remedyWords: failure.remedy,
      opened: t.opened,
      due: t.due,
      overdue: t.due !== null && !t.closed && t.due < isoDay(now, pack.job.zone),
      closed: t.closed,
      /** looked at since it was closed, and sound */
      checked: t.closed
        ? state.checks.some(
            (c) => c.piece === t.piece && c.sound && c.how !== 'report' && c.at > (t.closed?.at ?? 0),
          )
        : false,
      /** whether the warranty covers it; null before hand-over */
      warranty: until === null ? null : t.opened <= until,
      causes: piece ? causesOf(t.failure, factsOf(bench, piece, t.opened)) : [],
      remedy,
      planned: t.planned,
      /** its steps that were begun, and minutes that those took which are done */
      begun: works.length,
      worked: Math.round(
        works.reduce((sum, w) => sum + (w.end === null ? 0 : (w.end - w.start) / MINUTE), 0),
      ),
      /** what may be done next */
      next: steps.filter((s) => s.touchUp === t.id),
    };
  };
  const steps = benchView(bench, now).list;
  const open = [...state.touchUps.values()].reverse();
  return {
    plan: visitPlan(bench, now),
    methods,
    chosen: chosen
      ? {
          id: chosen.id,
          code: chosen.code,
          wall: chosen.wall,
          form: chosen.form,
          w: chosen.w,
          h: chosen.h,
          home: pieceState(state, chosen.id).hungIn !== null,
          history: state.checks
            .filter((c) => c.piece === chosen.id)
            .map(said)
            .reverse(),
          coats: route.flatMap((s) => {
            const done = s.product ? pieceState(state, chosen.id).done.get(s.key) : undefined;
            return done ? [{ act: s.act, at: done.end }] : [];
          }),
          hung: pieceState(state, chosen.id).hungAt,
        }
      : null,
    failures: FAILURES.map(({ key, seen }) => ({ key, seen })),
    checks: [...state.checks].reverse().map(said),
    touchUps: open.filter((t) => !t.closed).map(touchUp),
    closedTouchUps: open.filter((t) => t.closed).map(touchUp),
    nearby: pack.nearby ?? [],
    cans: [...state.cans.values()].filter((c) => c.gone === null),
    handedOver,
  };
}
export type CheckPage = ReturnType<typeof checkPage>;
