-- What the owner added to the ground, as written in the logbook file.
CREATE TABLE personal_position (
  id TEXT PRIMARY KEY,
  place INTEGER NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body))
) STRICT;

CREATE TABLE personal_technique (
  id TEXT PRIMARY KEY,
  place INTEGER NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body))
) STRICT;

CREATE TABLE personal_alias (
  says TEXT NOT NULL,
  means TEXT NOT NULL,
  place INTEGER NOT NULL,
  PRIMARY KEY (says, means)
) STRICT;
