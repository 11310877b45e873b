-- What was foreseen for the air of a place, kept a day before, to be held against what was read.
CREATE TABLE forecast (
  place TEXT NOT NULL CHECK (place IN ('house', 'shop', 'tent')),
  -- the hour, and when it was foreseen; ms since 1970
  at INTEGER NOT NULL,
  made_at INTEGER NOT NULL CHECK (made_at < at),
  celsius REAL NOT NULL,
  humidity REAL NOT NULL CHECK (humidity > 0 AND humidity <= 1),
  PRIMARY KEY (place, at)
) STRICT, WITHOUT ROWID;
