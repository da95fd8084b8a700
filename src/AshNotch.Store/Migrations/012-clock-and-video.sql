-- The round clock's own settings, the clock of an end, and the recording that a roll is tagged in.
ALTER TABLE exchange ADD COLUMN end_clock REAL;
ALTER TABLE roll ADD COLUMN video TEXT CHECK (video IS NULL OR json_valid(video));
CREATE INDEX roll_of_video ON roll (video ->> 'name') WHERE video IS NOT NULL;
CREATE TABLE clock (
  key INTEGER PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  body TEXT NOT NULL CHECK (json_valid(body)),
  version INTEGER NOT NULL,
  binned_at TEXT
) STRICT;
