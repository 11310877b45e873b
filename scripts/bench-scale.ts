/** A company of years: hundreds of finished jobs and a million facts, laid beside the demo's jobs straight into its tables. */
import Database from 'better-sqlite3';
import { v7 as newId } from 'uuid';

/**
 * @param path of a database that the demo was made in
 * @param jobs finished jobs to add, copies of a demo job under other names
 * @param facts facts to add, spread over them
 */
export function addYears(path: string, jobs: number, facts: number): void {
  const db = new Database(path);
  db.pragma('synchronous = OFF');
  const [model] = db.prepare<[], { id: string }>("SELECT id FROM job WHERE name = 'Lanternhouse'").all();
  const [worker] = db.prepare<[], { id: string }>('SELECT id FROM worker').all();
  if (!model || !worker) throw new Error('The demo is not there');
  const columns = (table: string): string[] =>
    db
      .prepare<[], { name: string }>(`PRAGMA table_info(${table})`)
      .all()
      .map((c) => c.name);
  /** Copies rows of the model, with some columns changed. */
  const copy = (table: string, key: string, change: Record<string, unknown>): void => {
    const names = columns(table);
    const rows = db.prepare(`SELECT * FROM ${table} WHERE ${key} = ?`).all(model.id) as Record<
      string,
      unknown
    >[];
    const put = db.prepare(
      `INSERT INTO ${table} (${names.join(', ')}) VALUES (${names.map((n) => `@${n}`).join(', ')})`,
    );
    for (const row of rows) put.run({ ...row, ...change });
  };
  const event = db.prepare(
    `INSERT INTO event (id, job_id, at, recorded_at, worker_id, device_id, kind, body)
     VALUES (?, ?, ?, ?, ?, 'years', 'air.read', ?)`,
  );
  db.transaction(() => {
    for (let j = 0; j < jobs; j++) {
      const id = newId();
      const over = Date.UTC(2023, 0, 1) + j * 3 * 86_400_000;
      copy('job', 'id', { id, name: `Finished ${j + 1}`, created_at: over - 20 * 86_400_000 });
      copy('job_summary', 'job_id', {
        job_id: id,
        stage: 'check',
        handed_over: over,
        checks: 4,
        last_check: over + 366 * 86_400_000,
      });
      const share = Math.floor(((j + 1) * facts) / jobs) - Math.floor((j * facts) / jobs);
      for (let i = 0; i < share; i++) {
        const body = { kind: 'air.read', place: 'room', celsius: 18 + (i % 5), humidity: 0.5 };
        event.run(newId(), id, over - i * 60_000, over - i * 60_000, worker.id, JSON.stringify(body));
      }
    }
  })();
  db.close();
}
