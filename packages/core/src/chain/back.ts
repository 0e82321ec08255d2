import type { PathReader } from '../path';

/** Reads a path the other way: place −s of it is place s of the path, travelled backwards. */
export function backwards(read: PathReader): PathReader {
  return (s, out) => {
    read(-s, out);
    out[2] = -out[2];
    out[3] = -out[3];
    out[4] = -out[4];
    out[6] = -out[6];
  };
}
