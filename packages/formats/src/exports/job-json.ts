import * as z from 'zod';
import { exportOf } from './export';

export const jobJson = exportOf({
  id: 'job',
  title: 'Job, JSON',
  group: 'The job itself',
  purpose: 'everything, to open again',
  ending: '.relay.json',
  type: 'application/json',
  fitted: false,
  options: z.object({}),
  write: ({ job }) => `${JSON.stringify(job, null, 2)}\n`,
});
