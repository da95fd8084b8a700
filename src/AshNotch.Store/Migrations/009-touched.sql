-- Which rolls came, went or changed, and at which change of the log: whoever keeps a picture of the log in memory brings it up
-- to date by these alone. The counts that judgements rest on are kept with that picture, no longer as rows of their own.
DROP TRIGGER reading_comes;
DROP TRIGGER roll_binned;
DROP TRIGGER session_binned;
DROP TABLE tally;
DROP TABLE counted;
DROP TABLE uncounted;

CREATE TABLE touched (
  roll_key INTEGER PRIMARY KEY,
  change INTEGER NOT NULL
) STRICT;
CREATE INDEX touched_by_change ON touched (change);

-- Deleted and inserted, not replaced: inside a trigger the statement that fired it decides what a conflict does.
CREATE TRIGGER reading_comes AFTER INSERT ON reading BEGIN
  DELETE FROM touched WHERE roll_key = new.roll_key;
  INSERT INTO touched SELECT new.roll_key, judged_change + 1 FROM state;
END;
CREATE TRIGGER roll_moved AFTER UPDATE OF place, binned_at ON roll
WHEN old.binned_at IS NOT new.binned_at OR old.place <> new.place BEGIN
  DELETE FROM touched WHERE roll_key = new.key;
  INSERT INTO touched SELECT new.key, judged_change + 1 FROM state;
END;
CREATE TRIGGER session_moved AFTER UPDATE OF date, start_time, attire, binned_at ON session
WHEN old.binned_at IS NOT new.binned_at OR old.date <> new.date OR old.start_time IS NOT new.start_time OR old.attire <> new.attire BEGIN
  DELETE FROM touched WHERE roll_key IN (SELECT key FROM roll WHERE session_key = new.key);
  INSERT INTO touched SELECT r.key, judged_change + 1 FROM roll r, state WHERE r.session_key = new.key;
END;

-- Neither was ever used to find a roll: filters look into a roll's own moments.
DROP INDEX moment_by_technique;
DROP INDEX moment_by_from;
