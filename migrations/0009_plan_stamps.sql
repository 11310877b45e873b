-- What a plan was made from, so that it is known whether it still holds; plans from before have none and are made anew.
ALTER TABLE plan ADD COLUMN stamp TEXT;
