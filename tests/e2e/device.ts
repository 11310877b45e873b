/** What a device keeps: the tests look into its database, and wait for it. */
import { expect, type Page } from '@playwright/test';
import type { Fact } from '$core/bench/log/events';

/** What a store of the device's database has, by key. */
export const keysOf = (page: Page, store: string): Promise<string[]> =>
  page.evaluate(
    (name) =>
      new Promise((resolve, reject) => {
        const open = indexedDB.open('anthem');
        open.onerror = () => reject(new Error('no database'));
        open.onsuccess = () => {
          const keys = open.result.transaction(name).objectStore(name).getAllKeys();
          keys.onsuccess = () => {
            open.result.close();
            resolve(keys.result.map(String));
          };
        };
      }),
    store,
  );

/** Waits until the device keeps the application. */
export const keepsApplication = (page: Page): Promise<void> =>
  page.evaluate(async () => void (await navigator.serviceWorker.ready));

/** Waits until the device keeps the application, and the data of a job. */
export async function keptHere(page: Page, job: string): Promise<void> {
  await keepsApplication(page);
  const path = `/api${new URL(job).pathname}`;
  await expect
    .poll(() => keysOf(page, 'answers'))
    .toEqual(expect.arrayContaining(['/api/here', `${path}/head`, `${path}/pack`, `${path}/facts`]));
}

/** The facts that the device has, on their way or sent. What was put before is among them: its database is asked in turn. */
export const deviceFacts = (page: Page): Promise<{ n: number; state: string; fact: Fact }[]> =>
  page.evaluate(
    () =>
      new Promise((resolve, reject) => {
        const open = indexedDB.open('anthem');
        open.onerror = () => reject(new Error('no database'));
        open.onsuccess = () => {
          const all = open.result.transaction('facts').objectStore('facts').getAll();
          all.onsuccess = () => {
            open.result.close();
            resolve(all.result as { n: number; state: string; fact: Fact }[]);
          };
        };
      }),
  );
