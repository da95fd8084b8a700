-- What was brought in from tables and diaries of elsewhere, so that each can be taken back whole.
CREATE TABLE intake (
  key INTEGER PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  at TEXT NOT NULL,
  says TEXT NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body))
) STRICT;
