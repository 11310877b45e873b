-- Finish systems as the company changed them; the shipped ones are version 2 and below. A job keeps its own copy.
CREATE TABLE finish_system (
  key TEXT NOT NULL,
  version INTEGER NOT NULL,
  saved_at INTEGER NOT NULL,
  worker_id TEXT NOT NULL REFERENCES worker (id),
  body TEXT NOT NULL CHECK (json_valid(body)),
  PRIMARY KEY (key, version)
) STRICT;

-- What the household and the crew answered, for the proposal of a system.
ALTER TABLE job ADD COLUMN answers TEXT CHECK (answers IS NULL OR json_valid(answers));

-- Air that was read: typed, from a data logger's file, or from the sensor.
CREATE TABLE reading (
  id INTEGER PRIMARY KEY,
  place TEXT NOT NULL CHECK (place IN ('house', 'shop', 'tent')),
  at INTEGER NOT NULL,
  celsius REAL NOT NULL,
  humidity REAL NOT NULL CHECK (humidity > 0 AND humidity <= 1),
  source TEXT NOT NULL CHECK (source IN ('typed', 'logger', 'sensor')),
  -- the fact it came with, where it was typed on a job
  fact_id TEXT UNIQUE,
  UNIQUE (place, at, source)
) STRICT;

-- The simulated thermo-hygrometers, one a place.
CREATE TABLE sensor (
  place TEXT PRIMARY KEY CHECK (place IN ('house', 'shop', 'tent')),
  is_on INTEGER NOT NULL CHECK (is_on IN (0, 1)),
  -- when its battery was put in, and up to when it has sent
  battery_at INTEGER NOT NULL,
  sent_until INTEGER NOT NULL,
  -- when it was last set right against a good instrument
  calibrated_at INTEGER NOT NULL
) STRICT;

-- Touch tests: they teach how a product dries here. A forgotten one teaches no more.
CREATE TABLE touch_test (
  id TEXT PRIMARY KEY,
  product TEXT NOT NULL,
  place TEXT NOT NULL CHECK (place IN ('house', 'shop', 'tent')),
  stage TEXT NOT NULL,
  laid_at INTEGER NOT NULL,
  -- last look that found it not ready, and first one that found it ready
  not_at INTEGER,
  ready_at INTEGER,
  -- the same as ratios of observed to predicted time
  above REAL,
  below REAL,
  recorded_at INTEGER NOT NULL,
  worker_id TEXT NOT NULL REFERENCES worker (id),
  forgotten_at INTEGER
) STRICT;

-- Sizes a product is sold in, and what they cost.
CREATE TABLE can (
  product TEXT NOT NULL,
  ml REAL NOT NULL CHECK (ml > 0),
  cents INTEGER CHECK (cents >= 0),
  PRIMARY KEY (product, ml)
) STRICT;
