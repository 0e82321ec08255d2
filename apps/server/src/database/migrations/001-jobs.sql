-- Jobs, the history of their edits, and earlier states.
CREATE TABLE jobs (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL,
  place      TEXT NOT NULL,
  revision   INTEGER NOT NULL,
  document   TEXT NOT NULL,
  done       INTEGER NOT NULL DEFAULT 0,
  created_at TEXT NOT NULL,
  updated_at TEXT NOT NULL,
  deleted_at TEXT
) STRICT;

CREATE TABLE edits (
  job_id   TEXT NOT NULL REFERENCES jobs(id) ON DELETE CASCADE,
  position INTEGER NOT NULL,
  label    TEXT NOT NULL,
  forward  TEXT NOT NULL,
  inverse  TEXT NOT NULL,
  PRIMARY KEY (job_id, position)
) STRICT, WITHOUT ROWID;

CREATE TABLE revisions (
  job_id   TEXT NOT NULL REFERENCES jobs(id) ON DELETE CASCADE,
  revision INTEGER NOT NULL,
  label    TEXT NOT NULL,
  document TEXT NOT NULL,
  saved_at TEXT NOT NULL,
  PRIMARY KEY (job_id, revision)
) STRICT, WITHOUT ROWID;

CREATE INDEX jobs_by_update ON jobs(updated_at DESC) WHERE deleted_at IS NULL;
