-- Private links to the page of a household. Only a digest of each is kept: who reads the database cannot open one.
CREATE TABLE customer_link (
  id TEXT PRIMARY KEY,
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  digest TEXT NOT NULL UNIQUE,
  made_at INTEGER NOT NULL,
  worker_id TEXT NOT NULL REFERENCES worker (id),
  expires_at INTEGER NOT NULL,
  withdrawn_at INTEGER
) STRICT;
CREATE INDEX customer_link_of_job ON customer_link (job_id, made_at);

-- What a household reported through its page, and what it was answered.
CREATE TABLE customer_report (
  id TEXT PRIMARY KEY,
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  link_id TEXT NOT NULL REFERENCES customer_link (id) ON DELETE CASCADE,
  at INTEGER NOT NULL,
  -- null: of the whole kitchen
  piece_id TEXT,
  -- where on the front, share of its width and height; null: nowhere in particular
  x REAL CHECK (x BETWEEN 0 AND 1),
  y REAL CHECK (y BETWEEN 0 AND 1),
  kind TEXT NOT NULL,
  words TEXT NOT NULL,
  answer TEXT,
  -- the day it is looked at or put right, as it was promised
  answer_day TEXT,
  answered_at INTEGER,
  answered_by TEXT REFERENCES worker (id),
  closed_at INTEGER
) STRICT;
CREATE INDEX customer_report_of_job ON customer_report (job_id, at);

CREATE TABLE customer_photo (
  id TEXT PRIMARY KEY,
  report_id TEXT NOT NULL REFERENCES customer_report (id) ON DELETE CASCADE,
  image BLOB NOT NULL,
  thumbnail BLOB NOT NULL
) STRICT;
CREATE INDEX customer_photo_of_report ON customer_photo (report_id);
