-- What a document holds in one short name (its SHA-256), and which request saved it last: a request
-- that is repeated because its answer was lost is the same save.
ALTER TABLE jobs ADD COLUMN digest TEXT NOT NULL DEFAULT '';
ALTER TABLE jobs ADD COLUMN last_save TEXT;
UPDATE jobs SET digest = sha256(document);
