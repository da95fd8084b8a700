-- The sufficient statistics of the log, one row for each thing that is counted; and what of each roll stands in them.
CREATE TABLE tally (
  key TEXT PRIMARY KEY,
  n INTEGER NOT NULL
) STRICT, WITHOUT ROWID;

CREATE TABLE counted (
  roll_key INTEGER PRIMARY KEY,
  body BLOB NOT NULL
) STRICT;

-- Rolls that have changed since they were counted, or that came or went: settled at the end of the write that changed them.
CREATE TABLE uncounted (
  roll_key INTEGER PRIMARY KEY
) STRICT;

CREATE TRIGGER reading_comes AFTER INSERT ON reading BEGIN
  INSERT OR IGNORE INTO uncounted VALUES (new.roll_key);
END;
CREATE TRIGGER roll_binned AFTER UPDATE OF binned_at ON roll WHEN old.binned_at IS NOT new.binned_at BEGIN
  INSERT OR IGNORE INTO uncounted VALUES (new.key);
END;
CREATE TRIGGER session_binned AFTER UPDATE OF binned_at ON session WHEN old.binned_at IS NOT new.binned_at BEGIN
  INSERT OR IGNORE INTO uncounted SELECT key FROM roll WHERE session_key = new.key;
END;
