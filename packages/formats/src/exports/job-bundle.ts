import * as z from 'zod';
import { exportOf, platformIn } from './export';

export const jobBundle = exportOf({
  id: 'job-bundle',
  title: 'Job with all it names, ZIP',
  group: 'The job itself',
  purpose: 'with its pictures and bodies, for another machine',
  ending: '.relay.zip',
  type: 'application/zip',
  fitted: false,
  options: z.object({}),
  write: async (input) => {
    const platform = platformIn(input);
    const { writeBundle } = await import('../job-bundle');
    const { content, missing } = await writeBundle(input.job, (kind, hash) => platform.kept(kind, hash));
    return { content, facts: {}, findings: missing };
  },
});
