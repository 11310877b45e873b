-- Some pages ask all jobs for facts of a few kinds.
CREATE INDEX event_of_kind ON event (kind, job_id);
