import { join } from 'node:path';
import type { Platform } from '@coin-relay/formats';
import { readBundleFile, readKept } from './files';

/**
 * Pictures and bodies that a job names: from the file of the job where that carries them, else from a folder.
 * @param folder where they are as HASH.png, HASH.jpg and HASH.stl
 * @param job the file of the job
 */
export function keptThings(folder: string, job: string | undefined): Platform['kept'] {
  const bundle = job !== undefined && /\.zip$/i.test(job) ? readBundleFile(job) : null;
  return (kind, hash) => {
    const carried = bundle?.[kind === 'picture' ? 'pictures' : 'solids'].find((thing) => thing.hash === hash);
    if (carried) return Promise.resolve(Uint8Array.from(carried.bytes));
    const endings = kind === 'picture' ? ['.png', '.jpg'] : ['.stl'];
    for (const ending of endings) {
      const found = readKept(join(folder, `${hash}${ending}`), hash);
      if (found) return Promise.resolve(Uint8Array.from(found));
    }
    return Promise.resolve(null);
  };
}
