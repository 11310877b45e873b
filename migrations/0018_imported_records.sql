-- Records of durability that were exported elsewhere and imported here: of kitchens that are no jobs of this database. JSON of a JobRecord.
CREATE TABLE imported_record (
  job_id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  -- ms since 1970
  imported_at INTEGER NOT NULL
) STRICT;
