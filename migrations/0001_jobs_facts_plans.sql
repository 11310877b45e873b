CREATE TABLE setting (
  key TEXT PRIMARY KEY,
  value TEXT NOT NULL CHECK (json_valid(value))
) STRICT;

CREATE TABLE worker (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL UNIQUE,
  role TEXT NOT NULL,
  position INTEGER NOT NULL
) STRICT;

CREATE TABLE job (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  place TEXT NOT NULL,
  house_year INTEGER,
  time_zone TEXT NOT NULL,
  unit TEXT NOT NULL CHECK (unit IN ('in', 'cm', 'mm')),
  created_at INTEGER NOT NULL,
  -- the survey as it was typed, faults and all
  notation TEXT NOT NULL DEFAULT '',
  -- the last survey without faults, which the pieces were read from
  surveyed TEXT NOT NULL DEFAULT '',
  -- what was chosen for the plan, null before
  choice TEXT CHECK (choice IS NULL OR json_valid(choice))
) STRICT;

CREATE TABLE zone (
  id TEXT PRIMARY KEY,
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  name TEXT NOT NULL,
  colour TEXT NOT NULL,
  hex TEXT NOT NULL CHECK (hex GLOB '#[0-9a-fA-F][0-9a-fA-F][0-9a-fA-F][0-9a-fA-F][0-9a-fA-F][0-9a-fA-F]'),
  sheen TEXT NOT NULL
) STRICT;
CREATE INDEX zone_of_job ON zone (job_id);

CREATE TABLE lot (
  id TEXT PRIMARY KEY,
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  name TEXT NOT NULL,
  position INTEGER NOT NULL,
  UNIQUE (job_id, name)
) STRICT;

CREATE TABLE piece (
  id TEXT PRIMARY KEY,
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  zone_id TEXT NOT NULL REFERENCES zone (id),
  lot_id TEXT REFERENCES lot (id) ON DELETE SET NULL,
  position INTEGER NOT NULL,
  code TEXT,
  wall TEXT NOT NULL,
  cabinet INTEGER NOT NULL,
  band TEXT NOT NULL,
  row_no INTEGER NOT NULL,
  column_no INTEGER NOT NULL,
  form TEXT NOT NULL,
  hinge TEXT,
  x_mm REAL NOT NULL,
  y_mm REAL NOT NULL,
  w_mm REAL NOT NULL,
  h_mm REAL NOT NULL,
  UNIQUE (job_id, code)
) STRICT;
CREATE INDEX piece_of_job ON piece (job_id, position);

-- What happened, append-only. Never updated, never deleted; a mistake is taken back by a fact of kind `void`.
CREATE TABLE event (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  job_id TEXT NOT NULL REFERENCES job (id),
  at INTEGER NOT NULL,
  recorded_at INTEGER NOT NULL,
  worker_id TEXT NOT NULL REFERENCES worker (id),
  device_id TEXT NOT NULL,
  kind TEXT NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body))
) STRICT;
CREATE INDEX event_of_job ON event (job_id, at);
CREATE TRIGGER event_keeps BEFORE UPDATE ON event BEGIN SELECT RAISE(ABORT, 'facts are never changed'); END;
CREATE TRIGGER event_stays BEFORE DELETE ON event BEGIN SELECT RAISE(ABORT, 'facts are never deleted'); END;

CREATE TABLE plan (
  id TEXT PRIMARY KEY,
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  made_at INTEGER NOT NULL,
  -- start of the horizon, ms since 1970
  t0 INTEGER NOT NULL,
  -- seq of the last fact it knew, and the choices it was made from
  facts INTEGER NOT NULL,
  choice TEXT NOT NULL CHECK (json_valid(choice)),
  problem TEXT NOT NULL CHECK (json_valid(problem)),
  result TEXT NOT NULL CHECK (json_valid(result))
) STRICT;
CREATE INDEX plan_of_job ON plan (job_id, made_at);

-- One line a job for the pages across jobs; rebuilt from the rest by `npm run rebuild-summaries`.
CREATE TABLE job_summary (
  job_id TEXT PRIMARY KEY REFERENCES job (id) ON DELETE CASCADE,
  stage TEXT NOT NULL,
  pieces INTEGER NOT NULL,
  labelled INTEGER NOT NULL,
  down INTEGER NOT NULL,
  passes_done INTEGER NOT NULL,
  passes INTEGER NOT NULL,
  hung INTEGER NOT NULL,
  handed_over INTEGER,
  open_touch_ups INTEGER NOT NULL,
  checks INTEGER NOT NULL
) STRICT;
