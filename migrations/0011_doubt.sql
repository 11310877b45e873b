-- How far the time of a fact may be off either way, ms; nothing where its device knew the server's clock.
ALTER TABLE event ADD COLUMN doubt INTEGER;
