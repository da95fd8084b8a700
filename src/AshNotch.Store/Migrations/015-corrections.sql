-- What the owner set right of a told account: the reader learns from it.
ALTER TABLE roll ADD COLUMN corrections TEXT CHECK (corrections IS NULL OR json_valid(corrections));
CREATE INDEX roll_corrected ON roll (key) WHERE corrections IS NOT NULL;
