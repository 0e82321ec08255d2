-- Links of one's own in the catalogue. A removed one is kept, so that it can be put back.
CREATE TABLE links (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  body TEXT NOT NULL,
  created_at TEXT NOT NULL,
  removed_at TEXT
) STRICT;
