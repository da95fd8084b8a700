-- What a judgement needs of each roll, written with the roll; made anew when the owner's words or the way of reading change.
CREATE TABLE reading (
  roll_key INTEGER PRIMARY KEY REFERENCES roll (key) ON DELETE CASCADE,
  body BLOB NOT NULL
) STRICT;
ALTER TABLE state ADD COLUMN reading_stamp TEXT;
