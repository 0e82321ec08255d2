import type { Job } from '@coin-relay/model';
import type { NamedFile } from '../exports/export';
import { zipOf } from '../frames/zip';
import { isPng } from './is-png';
import { namedBy } from './named';

/** The name of the job in its bundle. */
export const JOB_NAME = 'job.relay.json';

/** Gives what is kept under a hash; null where it is gone. */
export type KeptThings = (kind: 'picture' | 'solid', hash: string) => Promise<Uint8Array<ArrayBuffer> | null>;

/**
 * A job and all that it names as one ZIP file: `job.relay.json`, pictures in `pictures/`, bodies in `solids/`, each under
 * its SHA-256.
 */
export async function writeBundle(
  job: Job,
  kept: KeptThings,
): Promise<{ readonly content: Uint8Array<ArrayBuffer>; readonly missing: readonly string[] }> {
  const missing: string[] = [];
  async function* files(): AsyncGenerator<NamedFile> {
    yield { name: JOB_NAME, content: `${JSON.stringify(job, null, 2)}\n` };
    const { pictures, solids } = namedBy(job);
    for (const hash of pictures) {
      const content = await kept('picture', hash);
      if (content) yield { name: `pictures/${hash}.${isPng(content) ? 'png' : 'jpg'}`, content };
      else missing.push(`A picture that the job names is gone, and not in the file (${hash.slice(0, 12)}…).`);
    }
    for (const hash of solids) {
      const content = await kept('solid', hash);
      if (content) yield { name: `solids/${hash}.stl`, content };
      else missing.push(`A body that the job names is gone, and not in the file (${hash.slice(0, 12)}…).`);
    }
  }
  return { content: await zipOf(files()), missing };
}
