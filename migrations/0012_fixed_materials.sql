-- What fixed work is made of by kind, where it is not as the fronts: JSON such as {"end-panel":"melamine"}.
ALTER TABLE job ADD COLUMN materials TEXT NOT NULL DEFAULT '{}';
