-- Which line of changes a log belongs to: a log that was put back from a copy begins a new one, so that nothing remembered of
-- the other is taken for its own.
ALTER TABLE state ADD COLUMN lineage TEXT NOT NULL DEFAULT '';
UPDATE state SET lineage = lower(hex(randomblob(8)));
