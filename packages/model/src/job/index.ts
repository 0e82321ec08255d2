export * from './schema';
export { describeIssue, migrate, MIGRATIONS, parseJob } from './parse';
export type { MigrationStep } from './parse';
export { jobJsonSchema } from './json-schema';
