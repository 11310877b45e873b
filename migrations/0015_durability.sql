-- What the record of a job says of how its finish lasts, kept with its facts: JSON of a JobRecord. Rebuilt from the log by
-- `npm run rebuild-summaries`.
CREATE TABLE durability_record (
  job_id TEXT PRIMARY KEY REFERENCES job (id) ON DELETE CASCADE,
  body TEXT NOT NULL CHECK (json_valid(body)),
  -- grows with every change of any of them
  changed INTEGER NOT NULL
) STRICT;
CREATE INDEX durability_changed ON durability_record (changed);
