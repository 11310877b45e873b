-- A job that is put away: it is in no list of what is under way, takes nobody's time, and can be brought back.
ALTER TABLE job ADD COLUMN archived_at INTEGER;

-- Jobs that were deleted, so that a device that still has facts of one is told so.
CREATE TABLE deleted_job (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  at INTEGER NOT NULL,
  worker_id TEXT NOT NULL
) STRICT;

-- Facts are deleted with their whole job, and never otherwise.
DROP TRIGGER event_stays;
CREATE TRIGGER event_stays BEFORE DELETE ON event
WHEN NOT EXISTS (SELECT 1 FROM deleted_job WHERE id = OLD.job_id)
BEGIN SELECT RAISE(ABORT, 'facts are never deleted'); END;
