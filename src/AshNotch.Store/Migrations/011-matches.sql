-- Matches: how long, how they ended, penalties, what was held or near; days of matches; rule sets of the owner's own.
ALTER TABLE athlete ADD COLUMN sex TEXT;
ALTER TABLE session ADD COLUMN event TEXT CHECK (event IS NULL OR json_valid(event));
ALTER TABLE roll ADD COLUMN match_length REAL;
ALTER TABLE roll ADD COLUMN result TEXT CHECK (result IS NULL OR json_valid(result));
ALTER TABLE roll ADD COLUMN penalties TEXT CHECK (penalties IS NULL OR json_valid(penalties));
ALTER TABLE moment ADD COLUMN held TEXT;
ALTER TABLE moment ADD COLUMN near INTEGER;
CREATE INDEX roll_of_matches ON roll (session_key) WHERE kind = 'match';
CREATE TABLE ruleset (
  key INTEGER PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  body TEXT NOT NULL CHECK (json_valid(body)),
  version INTEGER NOT NULL,
  binned_at TEXT
) STRICT;
