import { RelayError } from '@coin-relay/core';
import { strFromU8, unzipSync, type Unzipped } from 'fflate';
import { isPng } from './is-png';
import { JOB_NAME } from './write';

/** Bytes that all of a bundle may hold once it is unpacked. */
export const MOST_UNPACKED = 400_000_000;
/** Things in a bundle, at the most. */
const MOST_THINGS = 1_000;

/** A thing of a bundle: what it is called, and what it is. */
export interface BundledThing {
  readonly hash: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
}

export interface Bundle {
  /** The job as text: whoever takes it looks it over. */
  readonly job: string;
  readonly pictures: readonly (BundledThing & { readonly type: 'image/png' | 'image/jpeg' })[];
  readonly solids: readonly BundledThing[];
}

const THING = /^(pictures|solids)\/([a-f0-9]{64})\.(?:png|jpg|stl)$/;

/**
 * Reads a job that was written with all it names.
 * @throws RelayError file-broken, file-too-large
 */
export function readBundle(bytes: Uint8Array): Bundle {
  const files = unpacked(bytes);
  const job = files[JOB_NAME];
  if (!job)
    throw new RelayError(
      'file-broken',
      `This is no job with all it names: there is no ${JOB_NAME} in it. Choose a file that was handed off as one.`,
    );
  const things = Object.entries(files).flatMap(([name, content]) => {
    const found = THING.exec(name);
    return found ? [{ kind: found[1], hash: found[2], bytes: content }] : [];
  });
  return {
    job: strFromU8(job),
    pictures: things
      .filter(({ kind }) => kind === 'pictures')
      .map(({ hash, bytes: content }) => ({
        ...{ hash, bytes: content },
        type: isPng(content) ? 'image/png' : 'image/jpeg',
      })),
    solids: things
      .filter(({ kind }) => kind === 'solids')
      .map(({ hash, bytes: content }) => ({ hash, bytes: content })),
  };
}

/** What it says it holds is looked at before it is unpacked. */
function unpacked(bytes: Uint8Array): Unzipped {
  let size = 0;
  let many = 0;
  try {
    return unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (name !== JOB_NAME && !THING.test(name)) return false;
        size += originalSize;
        many++;
        if (size > MOST_UNPACKED || many > MOST_THINGS)
          throw new RelayError(
            'file-too-large',
            `There is more in this file than is read: at most ${MOST_UNPACKED / 1e6} MB and ${MOST_THINGS.toLocaleString('en')} things.`,
          );
        return true;
      },
    });
  } catch (error) {
    if (error instanceof RelayError) throw error;
    const why = error instanceof Error ? error.message : String(error);
    throw new RelayError('file-broken', `This file cannot be unpacked (${why}). It may have been cut off.`);
  }
}
