-- Drill blocks and niggles, each as the JSON it has in a logbook file; and the goes of a block's positional rounds.
CREATE TABLE block (
  key INTEGER PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  body TEXT NOT NULL CHECK (json_valid(body)),
  version INTEGER NOT NULL,
  binned_at TEXT
) STRICT;
CREATE TABLE niggle (
  key INTEGER PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  body TEXT NOT NULL CHECK (json_valid(body)),
  version INTEGER NOT NULL,
  binned_at TEXT
) STRICT;
ALTER TABLE roll ADD COLUMN goes TEXT CHECK (goes IS NULL OR json_valid(goes));
CREATE INDEX roll_with_goes ON roll (key) WHERE goes IS NOT NULL;
