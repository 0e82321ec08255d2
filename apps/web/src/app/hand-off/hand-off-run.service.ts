import { inject, Injectable } from '@angular/core';
import type { Export, ExportAsked, ExportedFile } from '@coin-relay/formats';
import type { Job } from '@coin-relay/model';
import { BehaviorSubject } from 'rxjs';
import { HandOffPool } from './hand-off-pool.service';
import { download } from '../shared/download';

/** A file that is being written, or why the last one was not. */
export interface Run {
  /** What is being written; null where nothing is. */
  readonly writing: Export | null;
  /** Which part of it is done, 0 to 1; null where it does not tell. */
  readonly part: number | null;
  readonly problem: string;
}

const NOTHING: Run = { writing: null, part: null, problem: '' };

/** Writes files and hands them to the browser, one after the other. It goes on while another step is looked at. */
@Injectable({ providedIn: 'root' })
export class HandOffRun {
  private readonly threads = inject(HandOffPool);
  private readonly state = new BehaviorSubject(NOTHING);
  private owner = new AbortController();
  readonly state$ = this.state.asObservable();

  get now(): Run {
    return this.state.value;
  }

  /** Writes a job. @returns false where it was not written: another one is, it was stopped, or it cannot be */
  async write(job: Job, way: Export, asked: ExportAsked): Promise<boolean> {
    if (this.now.writing) return false;
    this.owner = new AbortController();
    const { signal: owner } = this.owner;
    this.state.next({ writing: way, part: way.slow ? 0 : null, problem: '' });
    const told = (part: number): void => {
      if (!owner.aborted) this.state.next({ writing: way, part, problem: '' });
    };
    const patience = way.slow ? 'slow' : 'once';
    const reply = await this.threads.write(job, way.id, asked, { patience, owner, told });
    if (owner.aborted) return false;
    this.state.next({ ...NOTHING, problem: reply.ok ? '' : reply.message });
    if (reply.ok) this.take(reply.value);
    return reply.ok;
  }

  /** Hands a file that is written to the browser. */
  take({ name, type, content }: ExportedFile): void {
    download(name, type, typeof content === 'string' ? content : new Blob([content]));
  }

  stop(): void {
    this.owner.abort();
    this.state.next(NOTHING);
  }

  /** Forgets what went wrong. */
  forget(): void {
    if (this.now.problem !== '') this.state.next({ ...this.now, problem: '' });
  }
}
