/**
 * The database on this device: what was recorded here, and the data that pages were given last. It may be full, closed by the
 * browser, held by an older tab, or be of a newer version of the application; each is said, and nothing waits for it for ever.
 */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Kept, KeptPhoto } from './kept';

/** An answer of the server that pages work on where it does not answer. */
export interface KeptAnswer {
  path: string;
  data: unknown;
  /** when it was asked for, by the device's own clock */
  askedAt: number;
  /** of the data; what has another is not read */
  shape: number;
}

interface Schema extends DBSchema {
  facts: { key: number; value: Omit<Kept, 'n'> & { n?: number }; indexes: { job: string; state: string } };
  photos: { key: string; value: KeptPhoto; indexes: { job: string } };
  answers: { key: string; value: KeptAnswer };
}
type DeviceDb = IDBPDatabase<Schema>;

const VERSION = 3;
/** How long is waited for a database that another tab holds, ms. */
const PATIENCE = 3000;

/** Why this device keeps nothing at the moment. */
export type StorageFault = 'full' | 'held' | 'newer' | 'closed';
export const STORAGE_WORDS: Record<StorageFault, string> = {
  full: 'The storage of this device is full. Free some space.',
  held: 'Another tab with an older Anthem holds the storage of this device. Close the other tabs.',
  newer: 'A newer Anthem is open in another tab. Load this page again.',
  closed:
    'This browser gives Anthem no storage here, as in some private windows. Open it in an ordinary window.',
};

class StoreFault extends Error {
  constructor(readonly fault: StorageFault) {
    super(STORAGE_WORDS[fault]);
  }
}

/** What is wrong with the storage, from what it threw. */
export function faultOf(reason: unknown): StorageFault {
  if (reason instanceof StoreFault) return reason.fault;
  const name = reason instanceof Error || reason instanceof DOMException ? reason.name : '';
  return name === 'QuotaExceededError' ? 'full' : name === 'VersionError' ? 'newer' : 'closed';
}

interface Opening {
  db: Promise<DeviceDb>;
  /** another tab has to let go first */
  isHeld: boolean;
}
let opening: Opening | null = null;
const forget = (): void => void (opening = null);

function open(): Opening {
  if (opening) return opening;
  const db = openDB<Schema>('anthem', VERSION, {
    upgrade: (db, had, _, tx) => {
      if (had < 1)
        db.createObjectStore('facts', { keyPath: 'n', autoIncrement: true }).createIndex('job', 'job');
      if (had < 2) db.createObjectStore('photos', { keyPath: 'id' }).createIndex('job', 'job');
      if (had < 3) {
        tx.objectStore('facts').createIndex('state', 'state');
        db.createObjectStore('answers', { keyPath: 'path' });
      }
    },
    blocked: () => (now.isHeld = true),
    // A newer tab goes first.
    blocking: (_, __, event) => {
      (event.target as IDBDatabase).close();
      forget();
    },
    terminated: forget,
  });
  const now: Opening = { db, isHeld: false };
  db.catch(forget);
  return (opening = now);
}

/** However long it takes: for what nobody waits for. @throws Error, of which `faultOf` tells what is wrong */
export const storeInTheEnd = (): Promise<DeviceDb> => open().db;

/** @throws Error, of which `faultOf` tells what is wrong, also where the storage does not open in time */
export function deviceStore(): Promise<DeviceDb> {
  const now = open();
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, fail) => {
    timer = setTimeout(() => fail(new StoreFault(now.isHeld ? 'held' : 'closed')), PATIENCE);
  });
  return Promise.race([now.db, late]).finally(() => clearTimeout(timer));
}

/** Asks the browser not to clear this storage when the device runs out of space. @returns whether it agreed */
export const askToPersist = async (): Promise<boolean> => {
  const storage = navigator.storage as StorageManager | undefined;
  return (await storage?.persist?.().catch(() => false)) ?? false;
};

/** A few words of the browser's small storage; null where there are none, or it is closed. */
export function readSmall(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
}

export function writeSmall(key: string, text: string): void {
  try {
    localStorage.setItem(key, text);
  } catch {
    // The next page asks the server again.
  }
}
