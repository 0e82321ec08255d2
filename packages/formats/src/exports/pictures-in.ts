import type { Job } from '@coin-relay/model';
import type { Platform } from '../frames/platform';
import { isPng } from '../job-bundle/is-png';
import { namedBy } from '../job-bundle/named';

/** The pictures on the pieces of a job as data addresses, by their names. One that is not to be had is left out. */
export async function picturesIn(
  { pieces }: Pick<Job, 'pieces'>,
  platform: Platform | null,
): Promise<ReadonlyMap<string, string>> {
  const found = new Map<string, string>();
  for (const hash of platform ? namedBy({ pieces }).pictures : []) {
    const bytes = await platform?.kept('picture', hash).catch(() => null);
    if (bytes) found.set(hash, dataAddress(bytes));
  }
  return found;
}

/** So many bytes are turned to signs at once. */
const AT_ONCE = 32_768;

function dataAddress(bytes: Uint8Array): string {
  let signs = '';
  for (let i = 0; i < bytes.length; i += AT_ONCE)
    signs += String.fromCharCode(...bytes.subarray(i, i + AT_ONCE));
  return `data:image/${isPng(bytes) ? 'png' : 'jpeg'};base64,${btoa(signs)}`;
}
