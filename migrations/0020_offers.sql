-- Offers as they were made: a change is a new version.
CREATE TABLE offer (
  id TEXT PRIMARY KEY,
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  version INTEGER NOT NULL CHECK (version >= 1),
  made_at INTEGER NOT NULL,
  made_by TEXT NOT NULL REFERENCES worker (id),
  -- JSON of an Offer
  body TEXT NOT NULL,
  UNIQUE (job_id, version)
) STRICT;
CREATE TRIGGER offer_stays BEFORE UPDATE ON offer
BEGIN
  SELECT RAISE(ABORT, 'an offer is changed by a new version');
END;

-- What was said to an offer; the last counts.
CREATE TABLE offer_answer (
  id TEXT PRIMARY KEY,
  offer_id TEXT NOT NULL REFERENCES offer (id) ON DELETE CASCADE,
  kind TEXT NOT NULL CHECK (kind IN ('accepted', 'withdrawn')),
  -- who accepted it, and on which day
  name TEXT NOT NULL,
  day TEXT NOT NULL,
  -- JSON: keys of the options that are taken
  options TEXT NOT NULL,
  at INTEGER NOT NULL,
  worker_id TEXT NOT NULL REFERENCES worker (id)
) STRICT;
CREATE INDEX offer_answer_of_offer ON offer_answer (offer_id, at);
