-- Writes that a judgement may rest on, counted by themselves: a block or a niggle changes none.
ALTER TABLE state ADD COLUMN judged_change INTEGER NOT NULL DEFAULT 0;
UPDATE state SET judged_change = change;
