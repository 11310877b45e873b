-- Where a house is, degrees; nothing where nobody wrote it down.
ALTER TABLE job ADD COLUMN latitude REAL CHECK (latitude BETWEEN -90 AND 90);
ALTER TABLE job ADD COLUMN longitude REAL CHECK (longitude BETWEEN -180 AND 180);
