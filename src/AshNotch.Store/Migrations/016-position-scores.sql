-- What an own position scores is one of a few words: what was written otherwise scores nothing.
UPDATE personal_position SET body = json_set(body, '$.scores', 'nothing')
WHERE coalesce(json_extract(body, '$.scores'), '') NOT IN (
  'nothing', 'guard', 'past', 'knee-on-belly', 'mount', 'back', 'back-no-points');
