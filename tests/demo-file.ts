/** Where the demo of tests is kept, and what it was made from. */
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const root = join(import.meta.dirname, '..');
const folder = join(root, 'test-results', 'demo');
/** the database, its log folded in */
export const DEMO_FILE = join(folder, 'anthem.db');
export const DEMO_STAMP = join(folder, 'made-from');

/** Stands for all that the demo is made by: the core, the server, the migrations. */
export function demoSources(): string {
  const hash = createHash('sha256');
  for (const part of ['src/lib/core', 'src/lib/server', 'migrations'])
    for (const entry of readdirSync(join(root, part), { recursive: true, withFileTypes: true }).sort((a, b) =>
      join(a.parentPath, a.name) < join(b.parentPath, b.name) ? -1 : 1,
    ))
      if (entry.isFile() && !entry.name.endsWith('.test.ts'))
        hash.update(entry.name).update(readFileSync(join(entry.parentPath, entry.name)));
  return hash.digest('hex');
}

/** Whether the demo that is there is the one that would be made now. */
export const isMade = (): boolean =>
  existsSync(DEMO_FILE) && existsSync(DEMO_STAMP) && readFileSync(DEMO_STAMP, 'utf8') === demoSources();
