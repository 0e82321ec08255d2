/** The sizes beyond which the core refuses, so that nothing hangs. Each is tested. */
export const LIMITS = {
  /** Links in one row. */
  links: 20_000,
  /** Links in all rows of a job that are shown together. */
  jobLinks: 60_000,
  /** Pieces (lines, arcs, curves) in one path. */
  pathPieces: 50_000,
  /** Characters of SVG path data in one contour list. */
  pathDataCharacters: 4_000_000,
  /** Wheels in one route. */
  wheels: 200,
  /** Largest coordinate or length, in mm: ten kilometres. */
  coordinate: 1e7,
} as const;
