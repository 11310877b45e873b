/** Adds up open hours of a group of people, to tell when so much work can be done at the earliest. */
import { at } from '$core/units/at';
export class Work {
  private readonly at: number[] = [];
  private readonly sum: number[] = [];
  private readonly rate: number[] = [];

  constructor(private readonly calendars: readonly (readonly (readonly [number, number])[])[]) {
    const points = calendars
      .flat()
      .flatMap(([a, b]) => [[a, 1] as const, [b, -1] as const])
      .sort((x, y) => x[0] - y[0]);
    let [people, done, t] = [0, 0, 0];
    for (const [at, change] of points) {
      done += people * (at - t);
      people += change;
      t = at;
      this.at.push(at);
      this.sum.push(done);
      this.rate.push(people);
    }
  }

  /** open minutes of one calendar before `t` */
  static spent(open: readonly (readonly [number, number])[], t: number): number {
    let sum = 0;
    for (const [a, b] of open) {
      if (a >= t) break;
      sum += Math.min(b, t) - a;
    }
    return sum;
  }

  /** when `minutes` are done by people who are free from the given moments; Infinity when never */
  done(free: readonly number[], minutes: number): number {
    let target = minutes;
    this.calendars.forEach((open, k) => (target += Work.spent(open, at(free, k))));
    let [low, high] = [0, this.at.length];
    while (low < high) {
      const mid = (low + high) >> 1;
      if (at(this.sum, mid) >= target) high = mid;
      else low = mid + 1;
    }
    if (low >= this.at.length) return Infinity;
    if (low === 0) return 0;
    const people = at(this.rate, low - 1);
    return at(this.at, low) - (people > 0 ? Math.floor((at(this.sum, low) - target) / people) : 0);
  }
}
