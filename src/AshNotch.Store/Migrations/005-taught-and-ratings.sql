-- What a session taught, as a list of techniques' ids; and how the owner rates the parts of their game, day by day.
ALTER TABLE session ADD COLUMN taught TEXT CHECK (taught IS NULL OR json_valid(taught));
CREATE TABLE self_rating (
  date TEXT NOT NULL,
  part TEXT NOT NULL,
  score REAL NOT NULL,
  place INTEGER NOT NULL,
  PRIMARY KEY (date, part)
) STRICT, WITHOUT ROWID;
