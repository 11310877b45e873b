-- The station where pieces are coated was named for a tent, wherever it was.
UPDATE plan
SET problem = replace(replace(replace(replace(problem,
  '"station":"tent"', '"station":"coating"'),
  '{"id":"tent","capacity"', '{"id":"coating","capacity"'),
  '"from":"tent"', '"from":"coating"'),
  '"to":"tent"', '"to":"coating"');
