-- What a photo shows beside its piece: the fact of a flaw.
ALTER TABLE photo ADD COLUMN of_fact TEXT REFERENCES event (id) ON DELETE SET NULL;
