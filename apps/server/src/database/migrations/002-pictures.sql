-- Reference pictures behind drawings, each under the SHA-256 of its bytes.
CREATE TABLE pictures (
  hash TEXT PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('image/png', 'image/jpeg')),
  bytes BLOB NOT NULL,
  created_at TEXT NOT NULL
) STRICT;
