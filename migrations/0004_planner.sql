-- Operations that someone fixed in time: kept by every plan until they are let go.
CREATE TABLE pin (
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  operation TEXT NOT NULL,
  at INTEGER NOT NULL,
  pinned_at INTEGER NOT NULL,
  worker_id TEXT NOT NULL REFERENCES worker (id),
  PRIMARY KEY (job_id, operation)
) STRICT;

-- Stretches in which one person (or, where none is named, nobody) works: holidays, sickness, another site.
CREATE TABLE absence (
  id TEXT PRIMARY KEY,
  worker_id TEXT REFERENCES worker (id),
  starts_at INTEGER NOT NULL,
  ends_at INTEGER NOT NULL CHECK (ends_at > starts_at),
  why TEXT NOT NULL,
  -- the calendar file and event it came from; null where it was typed
  source TEXT
) STRICT;
CREATE INDEX absence_of_worker ON absence (worker_id, starts_at);

-- Private addresses under which a calendar can be read without signing in.
CREATE TABLE feed (
  token TEXT PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('worker', 'job', 'customer')),
  -- a worker or a job
  of TEXT NOT NULL,
  made_at INTEGER NOT NULL,
  UNIQUE (kind, of)
) STRICT;

-- The plan before it, whose moved operations were looked at or not.
ALTER TABLE plan ADD COLUMN before TEXT;
ALTER TABLE plan ADD COLUMN seen_at INTEGER;
