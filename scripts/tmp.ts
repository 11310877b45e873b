import { oddProblem, ODD_GRID } from '../tests/odd-problem';
import { everyStart } from '../tests/every-start';
import { solve } from '../src/lib/core/planning/search/solve';
for (const seed of [58, 74, 255, 701, 882]) {
  const p = oddProblem(seed);
  const e = everyStart(p, ODD_GRID);
  const s = solve(p, { seed: 1, steps: 60 });
  const f = (n: number) => n / 60;
  console.log('---', seed, JSON.stringify(p.stations.map((x) => [x.id, x.capacity, x.calendar, x.changeovers.map((c) => `${c.from}>${c.to}:${f(c.minutes)}`)])), p.racks[0]?.slots, p.workers.map((w) => `${w.id} ${w.calendar} ${w.skills}`));
  for (const o of p.operations) console.log(o.id, o.lot, f(o.minutes), o.skill, o.station, o.material, o.pausable ? 'p' : '', o.lockedStart);
  console.log(p.links.map((l) => `${l.from}>${l.to} ${f(l.minLag)}${l.maxLag === null ? '' : '..' + f(l.maxLag)}`).join('  '));
  console.log(p.holds.map((h) => `${h.from}>${h.to ?? '+' + f(h.tail ?? 0)} x${h.slots}`).join('  '), p.finish.map((x) => `${x.operation}+${f(x.tail)}`));
  console.log('exact', e && f(e.makespan), e?.assignments.map((a) => `${a.operation} ${a.worker} ${f(a.start)}-${f(a.end)}`).join(', '));
  console.log('solve', 'infeasible' in s ? s.reason : [s.makespan / 60, s.lowerBound / 60, s.assignments.map((a) => `${a.operation} ${a.worker} ${f(a.start)}-${f(a.end)}`).join(', ')]);
}
