/** How tests run, by `npm test` and by `npm run mutants`. */

/** Tests have the devices of the demo: without a name a company has none. */
export const STAND_INS = {
  ANTHEM_WEATHER: 'simulated',
  ANTHEM_SENSORS: 'simulated',
  ANTHEM_LABEL_PRINTER: 'simulated',
};

export const SETTINGS = {
  environment: 'node',
  // Nothing here leaves the process otherwise than it was: files share one, and what they import.
  pool: 'threads' as const,
  isolate: false,
  server: { deps: { external: [/test-results\/core/] } },
  // A test that looks at nothing fails: an empty list passes no loop unseen.
  expect: { requireAssertions: true },
  testTimeout: 240_000,
  hookTimeout: 240_000,
  // Samples are drawn by it: `npm test` gives another one each time.
  env: { ANTHEM_SEED: process.env.ANTHEM_SEED ?? '1', ...STAND_INS },
};
