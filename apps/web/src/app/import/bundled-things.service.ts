import { inject, Injectable } from '@angular/core';
import { RelayError } from '@coin-relay/core';
import type { Bundle } from '@coin-relay/formats/job-bundle';
import { firstValueFrom } from 'rxjs';
import { JobApi } from '../api/job-api.service';
import { SolidApi } from '../api/solid-api.service';

/** Gives the server what came with a job, so that the job finds it under the same names. */
@Injectable({ providedIn: 'root' })
export class BundledThings {
  private readonly pictures = inject(JobApi);
  private readonly solids = inject(SolidApi);

  /**
   * @param told what is being done
   * @throws ApiError; RelayError file-broken for a thing that is not what it is called
   */
  async keep({ pictures, solids }: Bundle, told: (words: string) => void): Promise<void> {
    const many = pictures.length + solids.length;
    let n = 0;
    for (const { hash, bytes, type } of pictures) {
      told(`Keeping what came with it, ${++n} of ${many}…`);
      const { picture } = await firstValueFrom(this.pictures.keepPicture(new File([bytes], hash, { type })));
      sameOrThrow(picture, hash);
    }
    for (const { hash, bytes } of solids) {
      told(`Keeping what came with it, ${++n} of ${many}…`);
      sameOrThrow(await firstValueFrom(this.solids.keep(bytes)), hash);
    }
  }
}

function sameOrThrow(kept: string, called: string): void {
  if (kept === called) return;
  throw new RelayError(
    'file-broken',
    `A thing in this file is not what it is called (${called.slice(0, 12)}…): it was changed. Take the file as it was handed off.`,
  );
}
