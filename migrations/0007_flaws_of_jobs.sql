-- Flaws that were mended, beside the passes of a job: how often a pass is done over is learnt from both.
ALTER TABLE job_summary ADD COLUMN flaws INTEGER NOT NULL DEFAULT 0;
