/** The sizes beyond which the core refuses, so that nothing hangs. Each is tested. */
export const LIMITS = {
  /** Links in one row. */
  links: 20_000,
  /** Links in all rows of a job that are shown together. */
  jobLinks: 60_000,
  /** Coils of all springs of a job that are drawn one by one. */
  jobCoils: 10_000,
  /** Places in all frames of all rows and ropes of a job that are laid anew in each: some 150 MB. */
  jobFramePlaces: 6_000_000,
  /** Pieces (lines, arcs, curves) in one path. */
  pathPieces: 50_000,
  /** Characters of SVG path data in one contour list. */
  pathDataCharacters: 4_000_000,
  /** Wheels in one route. */
  wheels: 200,
  /** Largest coordinate or length, in mm: ten kilometres. */
  coordinate: 1e7,
} as const;
