-- How codes are given, and how pieces are coated as far as labels go.
ALTER TABLE job ADD COLUMN scheme TEXT NOT NULL DEFAULT 'number' CHECK (scheme IN ('number', 'zone', 'cabinet'));
ALTER TABLE job ADD COLUMN leave_out_unsafe INTEGER NOT NULL DEFAULT 0 CHECK (leave_out_unsafe IN (0, 1));
ALTER TABLE job ADD COLUMN way TEXT NOT NULL DEFAULT 'lying' CHECK (way IN ('lying', 'hung', 'points'));

ALTER TABLE zone ADD COLUMN letter TEXT NOT NULL DEFAULT 'A' CHECK (letter GLOB '[A-Z]');
ALTER TABLE zone ADD COLUMN position INTEGER NOT NULL DEFAULT 0;
CREATE UNIQUE INDEX zone_letter ON zone (job_id, letter);

-- What was noted about the piece: wood, old finish, grease, hinges …
ALTER TABLE piece ADD COLUMN condition TEXT NOT NULL DEFAULT '{}' CHECK (json_valid(condition));

CREATE TABLE photo (
  id TEXT PRIMARY KEY,
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  -- null: of the kitchen
  piece_id TEXT REFERENCES piece (id) ON DELETE SET NULL,
  added_at INTEGER NOT NULL,
  worker_id TEXT NOT NULL REFERENCES worker (id),
  note TEXT NOT NULL,
  width INTEGER NOT NULL,
  height INTEGER NOT NULL,
  -- both encoded anew, JPEG, without what the camera wrote into the file
  image BLOB NOT NULL,
  thumbnail BLOB NOT NULL
) STRICT;
CREATE INDEX photo_of_job ON photo (job_id, added_at);

-- Labels that were asked for: on a sheet, or at the label printer.
CREATE TABLE print_job (
  id TEXT PRIMARY KEY,
  job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  at INTEGER NOT NULL,
  worker_id TEXT NOT NULL REFERENCES worker (id),
  via TEXT NOT NULL CHECK (via IN ('sheet', 'printer'))
) STRICT;
CREATE TABLE print_label (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  print_job_id TEXT NOT NULL REFERENCES print_job (id) ON DELETE CASCADE,
  label_key TEXT NOT NULL,
  label TEXT NOT NULL CHECK (json_valid(label)),
  -- how often this label had come out before
  again INTEGER NOT NULL,
  state TEXT NOT NULL CHECK (state IN ('waiting', 'printed', 'lost', 'dropped')),
  done_at INTEGER
) STRICT;
CREATE INDEX print_label_of_job ON print_label (print_job_id);
CREATE INDEX print_label_by_state ON print_label (state);

-- The one simulated label printer.
CREATE TABLE label_printer (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  tape_mm REAL NOT NULL,
  fault TEXT CHECK (fault IN ('out-of-tape', 'jam')),
  -- labels it has moved so far: decides when it jams
  moved INTEGER NOT NULL,
  jam_next INTEGER NOT NULL DEFAULT 0
) STRICT;
INSERT INTO label_printer (id, tape_mm, fault, moved) VALUES (1, 8000, NULL, 0);
