import { Injectable } from '@angular/core';
import type { Job } from '@coin-relay/model';
import { clear, createStore, del, get, keys, set } from 'idb-keyval';
import type { JobPicture } from '../engine/job-picture';

/** What a card of the rack shows. */
export interface CardPicture {
  readonly job: Job;
  readonly picture: JobPicture;
}

/** Pictures kept at the most; beyond it some are dropped, and worked out again when they are looked at. */
const MOST_KEPT = 400;
/** Numbers in a picture at the most: larger ones are worked out anew. */
const MOST_NUMBERS = 400_000;

/**
 * Pictures of jobs, kept in the browser by what the jobs hold, so that a rack that was seen before
 * is there without fitting anything. Another build of the application begins anew.
 */
@Injectable({ providedIn: 'root' })
export class KeptPictures {
  private readonly store =
    typeof indexedDB === 'undefined' ? null : createStore('coin-relay-pictures', 'pictures');
  private readonly build = buildName();
  private tidied = false;

  async find(digest: string): Promise<CardPicture | null> {
    const { store } = this;
    if (!store) return null;
    try {
      const found = await get<CardPicture>(this.keyOf(digest), store);
      return found ?? null;
    } catch (error) {
      console.error(error);
      return null;
    }
  }

  async keep(digest: string, { job, picture }: CardPicture): Promise<void> {
    const { store } = this;
    if (!store || numbersIn(picture, MOST_NUMBERS) >= MOST_NUMBERS) return;
    try {
      await this.tidy();
      await set(this.keyOf(digest), { job, picture } satisfies CardPicture, store);
    } catch (error) {
      // A browser that is full keeps no pictures; they are worked out.
      console.error(error);
      await clear(store).catch(() => undefined);
    }
  }

  private keyOf(digest: string): string {
    return `${this.build} ${digest}`;
  }

  /** Makes room once a visit: what other builds left, and more than may be kept. */
  private async tidy(): Promise<void> {
    const { store } = this;
    if (!store || this.tidied) return;
    this.tidied = true;
    const found = (await keys(store)).map(String);
    const mine = found.filter((key) => key.startsWith(`${this.build} `));
    const others = found.filter((key) => !mine.includes(key));
    for (const key of [...others, ...mine.slice(0, Math.max(0, mine.length - MOST_KEPT))])
      await del(key, store);
  }
}

/** The name of the script of this page: its contents are in it, so that it is another one for another build. */
function buildName(): string {
  const script = document.querySelector<HTMLScriptElement>('script[type="module"][src]');
  return script?.src.split('/').pop() ?? '';
}

/** How many numbers and texts there are in a value; counts no further than the most. */
export function numbersIn(value: unknown, most: number): number {
  let count = 0;
  const open: unknown[] = [value];
  while (open.length > 0 && count < most) {
    const at = open.pop();
    if (typeof at !== 'object' || at === null) count++;
    else if (ArrayBuffer.isView(at)) count += at.byteLength / 8;
    else if (at instanceof Map) open.push(...at.values());
    else open.push(...Object.values(at));
  }
  return count;
}
