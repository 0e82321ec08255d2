export * from './schema';
export { MOST_DRAWN_POINTS, MOST_PICKS, pathNeeds } from './path-schema';
export { describeIssue, migrate, MIGRATIONS, parseJob } from './parse';
export type { MigrationStep } from './parse';
export { jobJsonSchema } from './json-schema';
export { withDrawn } from './drawn';
export { tidyMotion } from './tidy-motion';
export { motionConflict, motionNeeds, wouldDriveItself } from './motion-needs';
export type { MotionNeed } from './motion-needs';
