import type { Job } from '@coin-relay/model';

/** The pictures on a job's pieces as data addresses, so that a drawing carries them. One that is gone is left out. */
export async function picturesOf(job: Job): Promise<ReadonlyMap<string, string>> {
  const names = new Set(job.pieces.flatMap(({ finish }) => finish?.picture?.picture ?? []));
  const found = new Map<string, string>();
  for (const name of names) {
    const answer = await fetch(`/api/pictures/${name}`).catch(() => null);
    if (answer?.ok) found.set(name, await dataAddress(await answer.blob()));
  }
  return found;
}

function dataAddress(blob: Blob): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error ?? new Error('the picture cannot be read'));
    reader.readAsDataURL(blob);
  });
}
