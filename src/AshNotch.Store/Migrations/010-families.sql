-- An own position belongs to a family that the ground knows, or to none: what was written otherwise has none.
UPDATE personal_position SET body = json_set(body, '$.family', 'own')
WHERE coalesce(json_extract(body, '$.family'), '') NOT IN (
  'own', 'feet', 'passing', 'open guard', 'butterfly', 'under legs', 'closed guard', 'half guard', 'leg tangle', 'pin',
  'mount', 'back', 'turtle', 'control');
