import type { PathJob } from './kind';

export const nameOf = (job: PathJob, id: string): string =>
  job.paths.find((path) => path.id === id)?.name ?? id;
