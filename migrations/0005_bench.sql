-- The newest fact that the device had from the server when it recorded this one; null where it had all.
ALTER TABLE event ADD COLUMN knew TEXT;

-- Facts of devices that worked apart, which the guards would have stopped or another fact speaks against. Nothing is
-- dropped: a person settles them.
CREATE TABLE contested (
  fact_id TEXT PRIMARY KEY REFERENCES event (id),
  job_id TEXT NOT NULL REFERENCES job (id),
  -- the fact it cannot stand beside; null where a guard alone speaks against it
  other_id TEXT REFERENCES event (id),
  rule TEXT NOT NULL,
  message TEXT NOT NULL
) STRICT;
CREATE INDEX contested_of_job ON contested (job_id);

-- How long work took against its figure, for learning: one row a finished work.
CREATE TABLE work_pace (
  work_id TEXT PRIMARY KEY REFERENCES event (id),
  job_id TEXT NOT NULL REFERENCES job (id),
  -- kind of step and tool
  key TEXT NOT NULL,
  worker_id TEXT NOT NULL REFERENCES worker (id),
  -- minutes of hands over the figure's
  ratio REAL NOT NULL CHECK (ratio > 0),
  at INTEGER NOT NULL
) STRICT;
CREATE INDEX work_pace_of_key ON work_pace (key, at);

-- When somebody last looked at a kitchen that was handed over, so that visits due are known without its log.
ALTER TABLE job_summary ADD COLUMN last_check INTEGER;
