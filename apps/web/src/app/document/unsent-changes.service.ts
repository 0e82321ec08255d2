import { Injectable } from '@angular/core';
import type { History, Job } from '@coin-relay/model';
import { createStore, del, get, promisifyRequest } from 'idb-keyval';

/** What was changed in a job and has not reached the server yet. */
export interface Unsent {
  /** The revision the change was made from. */
  readonly basedOn: number;
  /** The state that was on its way to the server when this was kept: it may have arrived. */
  readonly sent: Job | null;
  readonly job: Job;
  readonly history: History;
}

/**
 * Keeps changes in the browser until the server has them, so that leaving a page, closing it or a
 * server that is away loses nothing: they are sent when the job is opened the next time.
 */
@Injectable({ providedIn: 'root' })
export class UnsentChanges {
  private readonly store = typeof indexedDB === 'undefined' ? null : createStore('coin-relay', 'unsent');

  /** Says false where the browser does not keep it. */
  async keep(id: string, unsent: Unsent): Promise<boolean> {
    if (!this.store) return false;
    try {
      await this.store('readwrite', (kept) => {
        const put = kept.put(unsent, id);
        // Not left to the browser to end by itself: the page may be gone by then.
        kept.transaction.commit();
        return promisifyRequest(put);
      });
      return true;
    } catch (error) {
      console.error(error);
      return false;
    }
  }

  async find(id: string): Promise<Unsent | null> {
    if (!this.store) return null;
    try {
      return (await get<Unsent>(id, this.store)) ?? null;
    } catch (error) {
      console.error(error);
      return null;
    }
  }

  async drop(id: string): Promise<void> {
    if (!this.store) return;
    await del(id, this.store).catch((error: unknown) => console.error(error));
  }
}
