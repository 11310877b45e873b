/** What a form says about the plan, laid over what was chosen before and what is usual. */
import { piecesBegun } from '$core/bench/state/state';
import { isoDay } from '$core/units/clock-time';
import { USUAL_SCHOOLS } from '$core/coating/schools';
import { USUAL_ANSWERS } from '$core/coating/proposal-facts';
import { usualCounts, type System } from '$core/coating/system';
import {
  USUAL_CREW_WEEK,
  USUAL_HOUSE_WEEK,
  USUAL_SLOT,
  USUAL_SLOT_INCHES,
  type Choice,
} from '$core/planning/job/choice';
import { GOALS } from '$core/planning/model/goals';
import { NO_RULES } from '$core/planning/model/rules';
import { parseLength } from '$core/units/length';
import type { Db } from '../../db/open';
import { listWorkers } from '../../store/workers';
import type { OpenJob } from '../job/open-job';
import { learntPaces } from '../bench/paces';
import { shortestComingOf } from '../company/settings';
import { visitMinutesOf } from '../company/visit-minutes';
import { finishesFrom, primed } from './finishes-form';
import { answersOf } from './propose';
import { Refused } from '../../base/refused';
import { systemCalled } from '../systems/systems';

/** What is in the form before anything is chosen; all but the system. */
export function formDefaults(db: Db, file: OpenJob, now: number): Omit<Choice, 'system' | 'counts'> {
  const answers = answersOf(file);
  return {
    tool: (answers?.tool as Choice['tool'] | undefined) ?? 'spray',
    pattern: 'backs-then-fronts',
    patterns: {},
    finishes: {},
    schools: USUAL_SCHOOLS,
    place: answers?.place ?? 'tent',
    air: 'place',
    lotSize: 12,
    division: 'even',
    rackSlots: 36,
    stackSlots: null,
    stages: 'together',
    slot: file.job.unit === 'in' ? USUAL_SLOT_INCHES : USUAL_SLOT,
    startDay: isoDay(now, file.job.zone),
    workers: listWorkers(db)
      .slice(0, 2)
      .map((w) => w.id),
    crewWeek: USUAL_CREW_WEEK,
    houseWeek: USUAL_HOUSE_WEEK,
    rules: NO_RULES,
    fixed: true,
    visits: true,
    shared: true,
    open: { lots: false, pattern: false, stages: false },
    promised: null,
    priority: 2,
    goals: [...GOALS],
    ...{ later: 0, laterFor: null },
    ...file.choice,
    paces: learntPaces(db),
    visitMinutes: visitMinutesOf(db),
    shortestComing: shortestComingOf(db),
  };
}

/** Whole number of a field; NaN, which the schema refuses, where it is empty. */
const whole = (form: FormData, name: string): number => Number(String(form.get(name) ?? '').trim() || NaN);

function spans(form: FormData, name: string): [string, string][] {
  const times = form.getAll(name).map(String);
  const out: [string, string][] = [];
  for (let i = 0; i + 1 < times.length; i += 2)
    if (times[i] || times[i + 1]) out.push([times[i] ?? '', times[i + 1] ?? '']);
  return out;
}

const list = (text: string): string[] => text.split(/[\s,;]+/).filter(Boolean);

/** What household and crew ask for, from its fields. */
function rulesFrom(form: FormData): unknown {
  const text = (name: string): string => String(form.get(name) ?? '').trim();
  const sleep = text('sleepFrom');
  return {
    awayDays: list(text('awayDays')),
    kitchenDays: list(text('kitchenDays')),
    quiet: spans(form, 'quietTime'),
    sleep: sleep ? { from: sleep, airHours: Number(text('airHours') || '4') } : null,
    sandThere: form.get('sandThere') === 'yes',
    travelMinutes: Number(text('travelMinutes') || '0'),
  };
}

/** The system a form names. A job keeps the version it was planned with until another is chosen, or the new one is asked for. */
function systemOf(db: Db, file: OpenJob, form: FormData): System {
  const key = String(form.get('system') ?? '');
  if (!key) throw new Refused(422, 'Choose a finish system.', 'system');
  const kept = file.choice?.system;
  return kept?.key === key && form.get('newest') !== 'yes' ? kept : systemCalled(db, key);
}

/**
 * Reads a choice from a form, unchecked: fields that the form has not keep what was chosen or is usual.
 * @throws Refused when no system is named
 */
export function choiceFromForm(db: Db, file: OpenJob, form: FormData, now: number): unknown {
  const base = formDefaults(db, file, now);
  const system = systemOf(db, file, form);
  const kept = file.choice?.system.key === system.key ? file.choice.counts : usualCounts(system);
  const field = <T>(name: string, read: () => T, usual: T): T => (form.has(name) ? read() : usual);
  const text = (name: string, usual: string): string => field(name, () => String(form.get(name)), usual);
  const length = (name: string): number => parseLength(String(form.get(name)), file.job.unit) ?? NaN;
  const count = (face: 'back' | 'front', i: number): number =>
    field(
      `${face}.${system.key}.${i}`,
      () => whole(form, `${face}.${system.key}.${i}`),
      kept[i]?.[face] ?? 0,
    );
  const tool = text('tool', base.tool) as Choice['tool'];
  const said = system.layers.map((_, i) => ({ back: count('back', i), front: count('front', i) }));
  const answers = answersOf(file) ?? USUAL_ANSWERS;
  const goals: readonly string[] = field('goals', () => list(text('goals', '')), base.goals);
  return {
    ...primed(db, system, said, form, answers, tool),
    finishes: finishesFrom(db, file, form, answers, tool),
    tool,
    pattern: text('pattern', base.pattern),
    patterns: Object.fromEntries(
      file.zones.flatMap(({ id }) => {
        const way = text(`pattern.${id}`, base.patterns[id] ?? '');
        return way ? [[id, way]] : [];
      }),
    ),
    schools: {
      order: text('order', base.schools.order),
      gloss: text('gloss', base.schools.gloss),
      film: text('film', base.schools.film),
      grain: text('grain', base.schools.grain),
      tape: text('tape', base.schools.tape),
      holes: text('holes', base.schools.holes),
      standDays: field('standDays', () => whole(form, 'standDays'), base.schools.standDays),
    },
    goals,
    // What was chosen for what it showed holds as long as the same counts first.
    later: goals[0] === base.goals[0] ? base.later : 0,
    // Once work has begun, its figures stay.
    paces: piecesBegun(file.state) ? (file.choice?.paces ?? {}) : base.paces,
    visitMinutes: piecesBegun(file.state) ? (file.choice?.visitMinutes ?? {}) : base.visitMinutes,
    place: text('place', base.place),
    air: text('air', base.air),
    lotSize: field('lotSize', () => whole(form, 'lotSize'), base.lotSize),
    division: text('division', base.division),
    rackSlots: field('rackSlots', () => whole(form, 'rackSlots'), base.rackSlots),
    stackSlots: field(
      'stackSlots',
      () => (text('stackSlots', '').trim() ? whole(form, 'stackSlots') : null),
      base.stackSlots,
    ),
    stages: text('stages', base.stages),
    slot: {
      length: field('slotLength', () => length('slotLength'), base.slot.length),
      depth: field('slotDepth', () => length('slotDepth'), base.slot.depth),
    },
    startDay: text('startDay', base.startDay),
    workers: form.has('crewTime') || form.has('worker') ? form.getAll('worker').map(String) : base.workers,
    crewWeek: form.has('crewTime')
      ? { days: form.getAll('crewDay').map(Number), spans: spans(form, 'crewTime') }
      : base.crewWeek,
    houseWeek: form.has('houseTime')
      ? { days: form.getAll('houseDay').map(Number), spans: spans(form, 'houseTime') }
      : base.houseWeek,
    ...(form.has('rules')
      ? {
          rules: rulesFrom(form),
          fixed: form.get('fixed') === 'yes',
          visits: form.get('visits') === 'yes',
          shared: form.get('shared') === 'yes',
          open: {
            lots: form.get('openLots') === 'yes',
            pattern: form.get('openPattern') === 'yes',
            stages: form.get('openStages') === 'yes',
          },
          promised: text('promised', '').trim() || null,
          priority: Number(text('priority', String(base.priority))),
        }
      : {
          rules: base.rules,
          fixed: base.fixed,
          visits: base.visits,
          shared: base.shared,
          open: base.open,
          promised: base.promised,
          priority: base.priority,
        }),
  };
}
