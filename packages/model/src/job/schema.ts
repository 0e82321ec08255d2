import { jobFaults } from './rules';
import { JobShape } from './shape';

export * from './shape';

/** A job as it is stored and exchanged. Things refer to each other by id. */
export const JobSchema = JobShape.superRefine((job, context) => {
  for (const { at, message } of jobFaults(job)) context.addIssue({ code: 'custom', path: at, message });
});
