/** The page of a household: who gets in, what it shows, what is sent through it. */
import { DAY } from '$core/units/durations';
import { beforeEach, describe, expect, it } from 'vitest';
import sharp from 'sharp';
import { render } from 'svelte/server';
import CustomerPage from '$ui/customer/CustomerPage.svelte';
import { randomBytes } from 'node:crypto';
import { fold } from '$core/bench/log/fold';
import type { Fact } from '$core/bench/log/events';
import { hourOfDay } from '$core/units/clock-time';
import { secondVisit } from '$server/services/across/calendars';
import { did, fact, takenDown } from '../bench-builders';
import type { Db } from '$server/db/open';
import { newDatabase } from '../new-database';
import { refusal, refusalOf } from '../refusal';
import { FAST_CABINET } from '$core/coating/systems/index';
import { usualCounts } from '$core/coating/system';
import { USUAL_CREW_WEEK, USUAL_HOUSE_WEEK } from '$core/planning/job/choice';
import { customerPhoto, listReports, photosOf, type CustomerLink } from '$server/store/customers';
import { demoDatabase } from '../demo-database';
import { DEMO_NOW } from '$server/demo/demo';
import { listJobIds } from '$server/store/jobs';
import { listWorkers } from '$server/store/workers';
import { openJob } from '$server/services/job/open-job';
import { saveSurvey } from '$server/services/survey/save-survey';
import { choosePlan } from '$server/services/plan/choose-plan';
import { makeCurrentPlan } from '$server/services/plan/make/make-plan';
import { customerView, doorSvg } from '$server/services/customer/customer-page';
import { gate, HEADERS, NOT_THERE } from '$server/services/customer/gate';
import { makeLink, openLink, withdraw } from '$server/services/customer/links';
import { answer, takeReport } from '$server/services/customer/reports';
import { SlowDown } from '$server/services/customer/slow-down';

const NOW = Date.UTC(2026, 2, 9, 12);
let db: Db;
let job: string;
let worker: string;
let token: string;
beforeEach(() => {
  ({ db, job, worker } = newDatabase({ zone: 'America/Halifax', name: 'Tern Cottage' }, NOW));
  saveSurvey(db, job, 'wall North\nupper 30 : pair\nbase 24 : drawer / door L\n');
  token = makeLink(db, job, worker, NOW);
});
const link = (now = NOW): CustomerLink => {
  const found = openLink(db, token, now);
  if (typeof found === 'string') throw new Error(found);
  return found;
};
const ask = (of: string, guard: SlowDown, now = NOW, address = '203.0.113.7', log: string[] = []) =>
  gate(db, { token: of, address, now, real: now }, guard, (line) => log.push(line));

/** What is chosen for the kitchen: one coat after another by one painter. */
async function choose(): Promise<void> {
  await choosePlan(
    db,
    job,
    {
      system: FAST_CABINET,
      counts: usualCounts(FAST_CABINET),
      tool: 'spray',
      lotSize: 4,
      rackSlots: 12,
      startDay: '2026-03-10',
      workers: [worker],
      crewWeek: USUAL_CREW_WEEK,
      houseWeek: USUAL_HOUSE_WEEK,
      fixed: true,
    },
    () => NOW,
  );
}

describe('a link', () => {
  it('is unguessable, kept as a digest alone, and ends', () => {
    expect(token).toMatch(/^[\w-]{43}$/);
    const stored = JSON.stringify(db.prepare('SELECT * FROM customer_link').all());
    expect(stored).not.toContain(token);
    expect(new Set(Array.from({ length: 50 }, () => makeLink(db, job, worker, NOW))).size).toBe(50);
    expect(openLink(db, token, NOW + 399 * DAY)).toMatchObject({ job });
    expect(openLink(db, token, NOW + 400 * DAY)).toBe('expired');
    expect(refusal(() => makeLink(db, job, worker, NOW, 0)).status).toBe(422);
    expect(refusal(() => makeLink(db, job, worker, NOW, NaN)).status).toBe(422);
    expect(refusal(() => makeLink(db, 'x', worker, NOW)).status).toBe(404);
  });
  it('is withdrawn at once, and by nobody through another job', () => {
    const { id } = link();
    expect(refusal(() => withdraw(db, 'another', id, NOW)).status).toBe(404);
    withdraw(db, job, id, NOW);
    expect(openLink(db, token, NOW)).toBe('withdrawn');
    expect(refusal(() => withdraw(db, job, id, NOW)).status).toBe(404);
  });
  it('that is guessed, altered, expired or withdrawn shows one and the same nothing, ever slower, and is logged: 1,000 of them', async () => {
    const guard = new SlowDown();
    const log: string[] = [];
    const gone = makeLink(db, job, worker, NOW);
    const found = openLink(db, gone, NOW);
    if (typeof found !== 'string') withdraw(db, job, found.id, NOW);
    const over = makeLink(db, job, worker, NOW - 900 * DAY, 1);
    const altered = (at: number): string =>
      token.slice(0, at) + (token[at] === 'A' ? 'B' : 'A') + token.slice(at + 1);
    const wrong = Array.from({ length: 1000 }, (_, i) => {
      if (i % 5 === 0) return randomBytes(32).toString('base64url');
      if (i % 5 === 1) return altered(i % 43);
      if (i % 5 === 2) return gone;
      if (i % 5 === 3) return over;
      return ['', '..', token.slice(1), `${token}x`, '%00', "' OR 1=1 --", 'null'][i % 7] ?? '';
    });
    let last = 0;
    for (const [i, bad] of wrong.entries()) {
      // An altered one is the right one only where its last letter carries unused bits.
      const { link: opened, answer: shut, wait } = ask(bad, guard, NOW, '203.0.113.7', log);
      expect([i, opened]).toEqual([i, null]);
      expect(wait).toBeGreaterThanOrEqual(last);
      last = wait;
      if (i % 100 === 0) {
        expect(shut?.status).toBe(404);
        expect(await shut?.text()).toBe(NOT_THERE);
        for (const [k, v] of Object.entries(HEADERS)) expect(shut?.headers.get(k)).toBe(v);
      }
    }
    expect(last).toBe(8000);
    expect(log).toHaveLength(1000);
    for (const bad of wrong.filter((b) => b.length > 10)) expect(log.join()).not.toContain(bad);
    // Whoever has the right link is let in meanwhile, from the same address too.
    expect(ask(token, guard).link).toMatchObject({ job });
    // Another address is not slowed down for it, and after a while nobody is.
    expect(ask('x', guard, NOW, '198.51.100.1').wait).toBe(250);
    expect(ask('x', guard, NOW + 11 * 60_000).wait).toBe(250);
  });
  it('opens so many pages in a minute, and goes on after it', () => {
    const guard = new SlowDown();
    const answers = Array.from({ length: 130 }, () => ask(token, guard).answer?.status ?? 200);
    expect(answers.filter((s) => s === 200)).toHaveLength(120);
    expect(answers.at(-1)).toBe(429);
    expect(ask(token, guard, NOW + 61_000).answer).toBeNull();
  });
});

const asked = (more = {}) => ({ path: `/k/${token}`, piece: null, point: null, sent: false, ...more });
const htmlOf = (of: Parameters<typeof customerView>[2] = asked(), now = NOW): string => {
  const { head, body } = render(CustomerPage, { props: { view: customerView(db, link(now), of, now) } });
  return head + body;
};

describe('the page', () => {
  it('says where the kitchen stands and what to do on which day, in plain words', async () => {
    expect(htmlOf()).toContain('we have not begun');
    await choose();
    await makeCurrentPlan(db, job, () => NOW);
    const { page } = customerView(db, link(), asked(), NOW);
    expect(page.dates).toHaveLength(3);
    expect(page.dates.map((d) => d.at)).toEqual([...page.dates.map((d) => d.at)].sort((a, b) => a - b));
    expect(page.dates.flatMap((d) => d.todo).join(' ')).toMatch(/Empty the drawers.*out of the kitchen/);
    expect(htmlOf()).toContain('Put the dates in my calendar');
  });
  it('holds nothing of prices, of the crew, of other jobs, nor of ids that are not its own', async () => {
    const demo = demoDatabase();
    const jobs = listJobIds(demo).map((id) => openJob(demo, id));
    const ferry = jobs.find((j) => j.job.name === 'Ferry Steps');
    if (!ferry) throw new Error('no Ferry Steps');
    const own = makeLink(demo, ferry.job.id, listWorkers(demo)[0]?.id ?? '', DEMO_NOW);
    const opened = openLink(demo, own, DEMO_NOW);
    if (typeof opened === 'string') throw new Error(opened);
    const view = customerView(demo, opened, { ...asked(), path: `/k/${own}` }, DEMO_NOW);
    const { head, body } = render(CustomerPage, { props: { view } });
    const text = JSON.stringify(view) + head + body;
    for (const { name } of listWorkers(demo)) expect(text).not.toMatch(new RegExp(`\\b${name}\\b`));
    for (const { id } of listWorkers(demo)) expect(text).not.toContain(id);
    for (const other of jobs.filter((j) => j !== ferry)) {
      expect(text).not.toContain(other.job.name);
      expect(text).not.toContain(other.job.id);
      for (const p of other.pieces) expect(text).not.toContain(p.id);
    }
    expect(text.replaceAll(own, '')).not.toMatch(/CAD|hourCents|[Ll]abour rate|<script/);
    expect(text).not.toContain(ferry.job.id);
    expect(view.reports[0]).toMatchObject({ kind: 'nick', answer: null });
    expect(body).toContain('A pan slipped');
  });
  it('shows words of a household as words, whatever is in them', async () => {
    const form = new FormData();
    form.set('kind', 'other');
    form.set('words', '<img src=x onerror=alert(1)> "quoted"');
    await takeReport(db, link(), form, NOW);
    expect(htmlOf()).not.toContain('<img src=x');
    expect(htmlOf()).toContain('&lt;img src=x');
  });
  it('draws the door that was touched, with the place, and none of another job', () => {
    const piece = openJob(db, job).pieces[0]?.id ?? '';
    const { chosen } = customerView(db, link(), asked({ piece, point: { x: 0.5, y: 0.25 } }), NOW);
    expect(chosen?.width).toBeLessThanOrEqual(300);
    const svg = doorSvg(db, link(), piece, { x: 0.5, y: 0.25 });
    expect(svg).toContain(
      `cx="${((chosen?.width ?? 0) / 2).toFixed(1)}" cy="${((chosen?.height ?? 0) / 4).toFixed(1)}"`,
    );
    // The front's inner frame stands as far from each edge.
    const [, x, y, w, h] = /<rect x="(\d+)" y="(\d+)" width="(\d+)" height="(\d+)"/.exec(svg ?? '') ?? [];
    expect([2 * Number(x) + Number(w), 2 * Number(y) + Number(h)]).toEqual([chosen?.width, chosen?.height]);
    expect(doorSvg(db, link(), '00000000-0000-7000-8000-000000000001', null)).toBeNull();
    expect(customerView(db, link(), asked({ piece: 'x' }), NOW).chosen).toBeNull();
  });
});

describe('the second visit', () => {
  it('is in the calendars where handles would print until then, on a day that the house is open', async () => {
    await choose();
    const file = openJob(db, job);
    const ids = file.pieces.map((p) => p.id);
    const facts = takenDown(ids);
    let minute = NOW / 60_000;
    for (const step of file.route.filter((s) => s.kind !== 'hang')) {
      facts.push(...did(step.key, minute, minute + 20, ids));
      minute += 300;
    }
    facts.push(...ids.map((p) => fact(minute + 2000, { kind: 'piece.hung', piece: p, opening: p })));
    const at = (more: Fact[]) => {
      const state = fold([...facts, ...more]);
      return secondVisit({ ...file, state, context: { ...file.context, state } });
    };
    const [visit] = at([]);
    const laid = Math.max(...[...fold(facts).works.values()].map((w) => w.end ?? 0));
    const free = laid + 7 * 1440 * 60_000;
    expect(visit?.start).toBeGreaterThanOrEqual(free);
    expect((visit?.start ?? 0) - free).toBeLessThan(3 * DAY);
    expect(hourOfDay(visit?.start ?? 0, 'America/Halifax')).toBeGreaterThanOrEqual(9);
    expect(at([fact(minute + 20_000, { kind: 'piece.fitted', pieces: ids, part: 'handle' })])).toEqual([]);
  });
});

describe('a report', () => {
  const formOf = (fields: Record<string, string>): FormData => {
    const form = new FormData();
    for (const [k, v] of Object.entries(fields)) form.set(k, v);
    return form;
  };
  const picture = async (): Promise<File> =>
    new File(
      [
        new Uint8Array(
          await sharp({ create: { width: 40, height: 30, channels: 3, background: '#884' } })
            .withMetadata({ exif: { IFD0: { Make: 'Secret maker' } } })
            .jpeg()
            .toBuffer(),
        ),
      ],
      'x.jpg',
      { type: 'image/jpeg' },
    );
  it('has an exact date, its place on the front, and photos that were encoded anew', async () => {
    const piece = openJob(db, job).pieces[2]?.id ?? '';
    const form = formOf({ piece, kind: 'nick', words: 'by the handle', x: '0.2', y: '0.9' });
    form.append('photo', await picture());
    const id = await takeReport(db, link(), form, NOW + 5000);
    expect(listReports(db, job)).toMatchObject([
      { id, at: NOW + 5000, piece, x: 0.2, y: 0.9, kind: 'nick', answer: null },
    ]);
    const [photo = ''] = photosOf(db, id);
    const image = customerPhoto(db, job, photo, 'image');
    expect(image?.toString('latin1')).not.toContain('Secret maker');
    expect(customerPhoto(db, 'another', photo, 'image')).toBeUndefined();
  });
  it('that is not complete, too large or no photo is refused, and nothing of it is kept', async () => {
    const status = async (form: FormData): Promise<number> =>
      (await refusalOf(takeReport(db, link(), form, NOW))).status;
    expect(await status(formOf({ kind: 'rage' }))).toBe(422);
    expect(await status(formOf({ kind: 'other', words: '' }))).toBe(422);
    expect(await status(formOf({ kind: 'nick', piece: 'x' }))).toBe(422);
    expect(await status(formOf({ kind: 'nick', words: 'w'.repeat(2001) }))).toBe(422);
    expect(await status(formOf({ kind: 'nick', x: '7', y: '0' }))).toBe(422);
    const bad = formOf({ kind: 'nick' });
    bad.append('photo', new File(['not a photo'], 'x.jpg'));
    expect(await status(bad)).toBe(422);
    const many = formOf({ kind: 'nick' });
    for (let i = 0; i < 5; i++) many.append('photo', await picture());
    expect(await status(many)).toBe(422);
    expect(listReports(db, job)).toEqual([]);
  });
  it('is taken so often a day', async () => {
    for (let i = 0; i < 20; i++) await takeReport(db, link(), formOf({ kind: 'nick' }), NOW);
    expect((await refusalOf(takeReport(db, link(), formOf({ kind: 'nick' }), NOW))).status).toBe(429);
    await takeReport(db, link(NOW + DAY + 1), formOf({ kind: 'nick' }), NOW + DAY + 1);
  });
  it('is answered with a day, and goes to the touch-up list as seen when it was reported', async () => {
    const piece = openJob(db, job).pieces[2]?.id ?? '';
    const id = await takeReport(
      db,
      link(),
      formOf({ piece, kind: 'peels', words: 'by the sink', x: '0.5', y: '0.5' }),
      NOW,
    );
    const given = {
      report: id,
      answer: 'We put it right.',
      day: '2026-03-20',
      closed: false,
      failure: 'peeling',
    };
    answer(db, job, worker, 'd', given, NOW + DAY);
    expect(customerView(db, link(), asked(), NOW + DAY).reports[0]).toMatchObject({
      answer: 'We put it right.',
      closed: false,
    });
    expect(htmlOf(asked(), NOW + DAY)).toMatch(/We come on Fri 20 Mar/);
    expect([...openJob(db, job).state.touchUps.values()]).toMatchObject([
      { piece, opened: NOW, due: '2026-03-20' },
    ]);
    expect(refusal(() => answer(db, job, worker, 'd', { ...given, report: 'x' }, NOW)).status).toBe(404);
    expect(refusal(() => answer(db, job, worker, 'd', { ...given, day: 'soon' }, NOW)).status).toBe(422);
  });
});
