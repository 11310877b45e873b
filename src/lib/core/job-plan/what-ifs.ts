/** What could be changed about a job, to be weighed against how it is planned. */
import { piecesBegun } from '../bench/state/state';
import { ifKnown } from '../coating/missing-figure';
import { PATTERN_FACTS, PATTERNS } from '../coating/pattern';
import { TOOL_FACTS } from '../coating/tool';
import { choiceSchema, type Choice } from '../planning/job/choice';
import { lastWall, stagingName } from '../kitchen/stages';
import { stagings } from './divisions';
import type { PackedAir } from '../drying/packed-air';
import type { WorkWeek } from '../planning/model/work-week';
import { dayAfter, dayToMs, isoDay } from '../units/clock-time';
import type { PlanInputs } from './inputs';
import { routeNow, withChoice } from './job-at';

/** What a page is given to ask about a job. */
export interface Questions {
  inputs: PlanInputs;
  /** when it is asked, ms since 1970 */
  at: number;
  /** everyone on the crew */
  people: readonly { id: string; name: string }[];
  /** the air of its place if that were heated or dried more, and how in words; null where it cannot be */
  warmer: { words: string; air: PackedAir } | null;
}

export interface WhatIf {
  key: string;
  /** in the imperative: "Hang both faces" */
  words: string;
  inputs: PlanInputs;
}

/** One more hour at the end of the day. */
function longer(week: WorkWeek): WorkWeek {
  const spans = week.spans.map((s): [string, string] => [...s]);
  const last = spans.at(-1);
  if (!last) return week;
  const [h = 0, m = 0] = last[1].split(':').map(Number);
  last[1] = h >= 23 ? '23:59' : `${String(h + 1).padStart(2, '0')}:${String(m).padStart(2, '0')}`;
  return { ...week, spans };
}

/** @returns the changes that are possible now, each with the job as it would be */
export function whatIfs({ inputs, at, people, warmer }: Questions): WhatIf[] {
  const { choice, state, lots, job } = inputs;
  const list: WhatIf[] = [];
  const change = (key: string, words: string, changed: Partial<Choice>): void => {
    const parsed = choiceSchema.safeParse({ ...choice, ...changed });
    if (!parsed.success) return;
    const then = withChoice(inputs, parsed.data);
    // Where a figure that this way would need is missing, it cannot be weighed.
    if (ifKnown(() => routeNow(then)) === null) return;
    list.push({ key, words, inputs: then });
  };
  const more = people.find((w) => !choice.workers.includes(w.id));
  if (more) change('person', `Bring ${more.name} too`, { workers: [...choice.workers, more.id] });
  const slots = Math.ceil((choice.rackSlots * 1.5) / 6) * 6;
  change('rack', `Bring more rack: ${slots} slots`, { rackSlots: slots });
  if (!choice.crewWeek.days.includes(6))
    change('saturday', 'Work Saturdays, if the family agrees', {
      crewWeek: { ...choice.crewWeek, days: [...choice.crewWeek.days, 6].sort() },
      houseWeek: { ...choice.houseWeek, days: [...new Set([...choice.houseWeek.days, 6])].sort() },
    });
  change('hour', 'Work an hour longer each day', { crewWeek: longer(choice.crewWeek) });
  if (warmer) list.push({ key: 'air', words: warmer.words, inputs: { ...inputs, air: warmer.air } });
  if (piecesBegun(state)) return list;
  for (const pattern of PATTERNS)
    if (pattern !== choice.pattern || Object.keys(choice.patterns).length)
      change(`pattern ${pattern}`, `Turn otherwise: ${PATTERN_FACTS[pattern].name}`, {
        pattern,
        patterns: {},
      });
  // Which wall is last is the household's to say: one more for each wall would save no time.
  for (const stages of stagings(inputs).filter((s) => lastWall(s) === null))
    change(
      `stages ${stages}`,
      stages === 'together' ? 'Take all of it down at once' : `In two stages: ${stagingName(stages)}`,
      { stages },
    );
  const tool = TOOL_FACTS[choice.tool].sprays ? 'brush-roller' : 'spray';
  change('tool', tool === 'spray' ? 'Spray instead' : 'Brush and roll instead', { tool });
  const largest = Math.max(...lots.map((l) => l.pieces.length), 1);
  for (const size of [Math.ceil(largest / 2), largest * 2])
    if (size !== choice.lotSize && size <= Math.min(60, choice.rackSlots))
      change(`lots ${size}`, `${size < largest ? 'Smaller' : 'Larger'} lots, ${size} pieces at most`, {
        lotSize: size,
      });
  if (dayToMs(choice.startDay, job.zone) > at)
    change('sooner', 'Start today', { startDay: isoDay(at, job.zone) });
  change('later', 'Start a day later', {
    startDay: isoDay(dayAfter(choice.startDay, job.zone), job.zone),
  });
  return list;
}
