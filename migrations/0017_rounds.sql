-- What a round of visits asks of a job: whether its record says risk, and the minutes of touch-ups that can be done in one go. Null until
-- something is recorded on the job again.
ALTER TABLE job_summary ADD COLUMN risky INTEGER;
ALTER TABLE job_summary ADD COLUMN touch_up_minutes INTEGER;
