/** Every statement of the server, as the database would run it: what grows with the company is looked up, not walked through. */
import { readdirSync, readFileSync } from 'node:fs';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';
import { demoDatabase } from '../../../../tests/demo-database';

const SERVER = 'src/lib/server';
/** A part of a text that is known only as it runs. */
const UNKNOWN = '…';

/** The texts that a file gives to `prepare`, with the constants of that file put in; what is known only as it runs is `UNKNOWN`. */
function statementsOf(file: string): string[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const constants = new Map<string, ts.Expression>();
  const found: ts.Expression[] = [];
  const look = (node: ts.Node): void => {
    if (ts.isVariableDeclaration(node) && ts.isIdentifier(node.name) && node.initializer)
      constants.set(node.name.text, node.initializer);
    if (
      ts.isCallExpression(node) &&
      ts.isPropertyAccessExpression(node.expression) &&
      node.expression.name.text === 'prepare' &&
      node.arguments[0]
    )
      found.push(node.arguments[0]);
    ts.forEachChild(node, look);
  };
  look(source);
  const textOf = (node: ts.Expression): string => {
    if (ts.isStringLiteralLike(node)) return node.text;
    if (ts.isTemplateExpression(node))
      return node.templateSpans.reduce(
        (text, s) => text + textOf(s.expression) + s.literal.text,
        node.head.text,
      );
    const known = ts.isIdentifier(node) ? constants.get(node.text) : undefined;
    return known && (ts.isStringLiteralLike(known) || ts.isTemplateExpression(known))
      ? textOf(known)
      : UNKNOWN;
  };
  return found.map(textOf);
}

const db = demoDatabase();
const statements = readdirSync(SERVER, { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
  .flatMap((name) => statementsOf(`${SERVER}/${name}`).map((text) => ({ name, text })));

/** Tables that stay small: a crew, its settings, its products. */
const SMALL = [
  'worker',
  'setting',
  'can',
  'finish_system',
  'absence',
  'printer',
  'migration',
  'feed',
  'place',
];
/** What is walked through all the same, and why. */
const WALKED: Readonly<Record<string, string>> = {
  job: 'every job there is, for the lists of the office',
  job_summary: 'a line of every job, for Today and Jobs',
  zone: 'the colours of all kitchens under way: what a gun may hold',
  durability_record: 'the statistics of finishes are over all kitchens',
  imported_record: 'the statistics of finishes are over all kitchens',
};

/** The plan of a statement. */
function planOf(text: string): string[] {
  const names = [...new Set([...text.matchAll(/[@:$](\w+)/g)].map((m) => m[1] ?? ''))];
  const marks = (text.match(/\?/g) ?? []).length;
  const values = names.length ? [Object.fromEntries(names.map((n) => [n, 0]))] : Array<number>(marks).fill(0);
  const explain = db.prepare<unknown[], { detail: string }>(`EXPLAIN QUERY PLAN ${text}`);
  return explain.all(...values).map((line) => line.detail);
}

/** Tables that a statement walks through without an index. */
const walkedBy = (text: string): string[] =>
  planOf(text).flatMap((detail) => {
    const [, table] = /^SCAN (\w+)/.exec(detail) ?? [];
    // The newest row is one step, whatever comes before it.
    const newest = /ORDER BY seq DESC LIMIT 1$/.test(text);
    return table && !newest && !/USING (COVERING )?INDEX/.test(detail) ? [table] : [];
  });

describe('the statements of the server', () => {
  it('are found', () => expect(statements.length).toBeGreaterThan(120));
  it('are all looked at, but for those that are put together as they run', () => {
    const unknown = statements.filter(({ text }) => text.includes(UNKNOWN)).map(({ name }) => name);
    // Which picture, which rows of a job that is deleted, kinds and tables by name: each is looked up by an id.
    expect(unknown.sort()).toEqual(
      ['customers', 'facts', 'jobs', 'known-ids', 'photos', 'plans'].map((name) => `store/${name}.ts`),
    );
  });
  it('walk through no table that grows but those that are named', () => {
    const tables = new Set(
      db.prepare<[], string>("SELECT name FROM sqlite_master WHERE type = 'table'").pluck().all(),
    );
    const whole = statements.filter(({ text }) => !text.includes(UNKNOWN));
    const walked = whole.flatMap(({ name, text }) =>
      walkedBy(text)
        .filter((table) => tables.has(table) && !SMALL.includes(table) && !(table in WALKED))
        .map((table) => `${name}: ${table}: ${text.replace(/\s+/g, ' ').slice(0, 90)}`),
    );
    expect(walked).toEqual([]);
  });
  it('have an index for whatever another row points to', () => {
    const missing = db
      .prepare<[], { table: string; column: string }>(
        `SELECT m.name AS "table", f."from" AS "column" FROM sqlite_master m, pragma_foreign_key_list(m.name) f
         WHERE m.type = 'table' AND NOT EXISTS (
           SELECT 1 FROM pragma_index_list(m.name) i, pragma_index_info(i.name) c WHERE c.seqno = 0 AND c.name = f."from")
         AND NOT EXISTS (SELECT 1 FROM pragma_table_info(m.name) t WHERE t.pk = 1 AND t.name = f."from")`,
      )
      .all();
    expect(missing).toEqual([]);
  });
});
