/** The demo, made once for all tests. */
import { readFileSync } from 'node:fs';
import { openDatabase, type Db } from '$server/db/open';
import { DEMO_FILE } from './demo-file';

let bytes: Buffer | null = null;

/** A copy of the demo in memory. */
export const demoDatabase = (): Db => openDatabase(demoBytes());

/** The demo as it is in a file. */
export const demoBytes = (): Buffer => (bytes ??= readFileSync(DEMO_FILE));
