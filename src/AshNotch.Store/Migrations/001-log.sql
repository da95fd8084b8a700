-- The log: who, when, with whom, and what happened. Closed sets are kept as their written words.
CREATE TABLE state (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  change INTEGER NOT NULL
) STRICT;
INSERT INTO state VALUES (1, 0);

CREATE TABLE athlete (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  name TEXT NOT NULL,
  belt TEXT NOT NULL,
  stripes INTEGER,
  weight_kg REAL,
  units TEXT,
  objective TEXT,
  training_style TEXT,
  dominant_side TEXT,
  version INTEGER NOT NULL
) STRICT;

CREATE TABLE partner (
  key INTEGER PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  name TEXT NOT NULL,
  belt TEXT,
  stripes INTEGER,
  weight_kg REAL,
  traits TEXT CHECK (traits IS NULL OR json_valid(traits)),
  notes TEXT,
  version INTEGER NOT NULL,
  binned_at TEXT
) STRICT;

CREATE TABLE session (
  key INTEGER PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  date TEXT NOT NULL,
  start_time TEXT,
  kind TEXT NOT NULL,
  attire TEXT NOT NULL,
  minutes REAL,
  effort REAL,
  aim TEXT,
  notes TEXT,
  version INTEGER NOT NULL,
  binned_at TEXT
) STRICT;
CREATE INDEX session_by_date ON session (date);

CREATE TABLE roll (
  key INTEGER PRIMARY KEY,
  session_key INTEGER NOT NULL REFERENCES session (key) ON DELETE CASCADE,
  id TEXT NOT NULL,
  place INTEGER NOT NULL,
  round INTEGER,
  kind TEXT,
  partner_key INTEGER REFERENCES partner (key),
  partner_belt TEXT,
  partner_stripes INTEGER,
  partner_weight_kg REAL,
  minutes REAL,
  intensity TEXT,
  intent TEXT,
  ruleset TEXT,
  told TEXT,
  notes TEXT,
  takeaways TEXT CHECK (takeaways IS NULL OR json_valid(takeaways)),
  version INTEGER NOT NULL,
  binned_at TEXT,
  UNIQUE (session_key, id)
) STRICT;
CREATE INDEX roll_by_partner ON roll (partner_key);

CREATE TABLE exchange (
  key INTEGER PRIMARY KEY,
  roll_key INTEGER NOT NULL REFERENCES roll (key) ON DELETE CASCADE,
  place INTEGER NOT NULL,
  start_position TEXT,
  start_role TEXT,
  end_kind TEXT,
  end_by TEXT,
  end_technique TEXT,
  UNIQUE (roll_key, place)
) STRICT;

CREATE TABLE moment (
  key INTEGER PRIMARY KEY,
  exchange_key INTEGER NOT NULL REFERENCES exchange (key) ON DELETE CASCADE,
  place INTEGER NOT NULL,
  actor TEXT NOT NULL,
  technique TEXT NOT NULL,
  outcome TEXT NOT NULL,
  side TEXT,
  clock REAL,
  from_position TEXT,
  from_role TEXT,
  to_position TEXT,
  to_role TEXT,
  reasons TEXT CHECK (reasons IS NULL OR json_valid(reasons)),
  note TEXT,
  better TEXT,
  sure INTEGER,
  UNIQUE (exchange_key, place)
) STRICT;
CREATE INDEX moment_by_technique ON moment (technique);
CREATE INDEX moment_by_from ON moment (from_position, from_role);
