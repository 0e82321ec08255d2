-- Bodies that pieces are made of, binary STL in mm, each under the SHA-256 of its bytes.
CREATE TABLE solids (
  hash TEXT PRIMARY KEY,
  bytes BLOB NOT NULL,
  created_at TEXT NOT NULL
) STRICT;
