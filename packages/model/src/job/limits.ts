/** The version this program writes. Older documents are migrated, later ones refused. */
export const JOB_VERSION = 2;
export const JOB_FORMAT = 'coin-relay-job';
export const MOST_RULES = 50;
export const MOST_HAND_TOUCHES = 5_000;
export const MOST_HANDED = 500;
/** Frames of a loop, at the most. */
export const MOST_FRAMES = 100_000;
/** Most points of a drawn path. */
export const MOST_DRAWN_POINTS = 20_000;
/** Most places picked for a stretch of an outline. */
export const MOST_PICKS = 50;
/** Characters of path data in one part of an own outline, and parts of one piece. */
export const MOST_OUTLINE_CHARACTERS = 200_000;
export const MOST_OUTLINE_PARTS = 60;
export const MOST_OUTLINE_POINTS = 400;
/** Triangles of a body from a file that a piece can have. */
export const MOST_KEPT_TRIANGLES = 200_000;
/** Corners of a file that are further apart than this are never one, mm. */
export const MOST_WELD = 10;
/** Signs that are written on a piece. */
export const MOST_LETTERS = 40;
/** Stations of the height profile of a path, and of what is up along it. */
export const MOST_PATH_STATIONS = 1_000;

/** Things of each kind in a job, at the most. */
export const MOST_OF = {
  wheels: 500,
  paths: 100,
  pieces: 200,
  runs: 50,
  materials: 100,
  anchors: 200,
  ties: 100,
  measures: 100,
  handOffs: 50,
} as const;
