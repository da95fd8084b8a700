-- Full-text search over everything written in words. One row a roll and one a session, rowid = their key.
CREATE VIRTUAL TABLE roll_words USING fts5 (text, tokenize = 'unicode61 remove_diacritics 2');
CREATE VIRTUAL TABLE session_words USING fts5 (text, tokenize = 'unicode61 remove_diacritics 2');

CREATE VIEW roll_text (key, text) AS
SELECT r.key,
       concat_ws(char(10), r.told, r.notes,
         (SELECT group_concat(value, char(10)) FROM json_each(r.takeaways)),
         (SELECT group_concat(concat_ws(char(10), m.note, m.better), char(10))
            FROM exchange e JOIN moment m ON m.exchange_key = e.key WHERE e.roll_key = r.key))
FROM roll r;

CREATE VIEW session_text (key, text) AS
SELECT s.key, concat_ws(char(10), s.aim, s.notes) FROM session s;

INSERT INTO roll_words (rowid, text) SELECT key, text FROM roll_text;
INSERT INTO session_words (rowid, text) SELECT key, text FROM session_text;
