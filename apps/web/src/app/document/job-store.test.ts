import '@angular/compiler';
import {
  createEnvironmentInjector,
  type EnvironmentInjector,
  Injector,
  runInInjectionContext,
} from '@angular/core';
import { demoJobs, type HistoryChange, type Job, type LoadedJob, type SavedJob } from '@coin-relay/model';
import { ApiError, JobApi } from '../api/job-api.service';
import { of, Subject, throwError, type Observable } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { moveWheel, renameJob } from './commands';
import { JobStore, type SaveState } from './job-store.service';
import { UnsentChanges, type Unsent } from './unsent-changes.service';

const lift = demoJobs().find((d) => d.id === 'demo-coin-lift')!.job;

/** A server of one job that can be made to fail or to wait. */
class FakeApi {
  revision = 1;
  saves: { basedOn: number; job: Job; history: HistoryChange; key: string }[] = [];
  restored: string[] = [];
  made: { job: Job; id: string | undefined }[] = [];
  /** What putting it back answers, where that is refused. */
  refusal: Error | null = null;
  answer: ((save: Observable<SavedJob>) => Observable<SavedJob>) | null = null;
  left: Job | null = null;
  loaded: Job = lift;
  load(id: string): Observable<LoadedJob> {
    return of({
      id,
      revision: this.revision,
      updatedAt: 'then',
      job: this.loaded,
      history: { edits: [], done: 0 },
    });
  }
  save(_id: string, basedOn: number, job: Job, history: HistoryChange, key: string): Observable<SavedJob> {
    this.saves.push({ basedOn, job, history, key });
    this.revision = basedOn + 1;
    const saved = of({ revision: this.revision, updatedAt: 'now' });
    return this.answer ? this.answer(saved) : saved;
  }
  create(job: Job, id?: string): Observable<{ id: string }> {
    this.made.push({ job, id });
    return of({ id: id ?? 'copy' });
  }
  restore(id: string): Observable<unknown> {
    if (this.refusal) {
      const refusal = this.refusal;
      return throwError(() => refusal);
    }
    this.restored.push(id);
    return of(null);
  }
  saveOnLeaving(_id: string, { job }: { job: Job }): void {
    this.left = job;
  }
}

/** What a browser keeps. */
class FakeUnsent {
  readonly kept = new Map<string, Unsent>();
  keep(id: string, unsent: Unsent): Promise<boolean> {
    this.kept.set(id, unsent);
    return Promise.resolve(true);
  }
  find(id: string): Promise<Unsent | null> {
    return Promise.resolve(this.kept.get(id) ?? null);
  }
  drop(id: string): Promise<void> {
    this.kept.delete(id);
    return Promise.resolve();
  }
}

let api: FakeApi;
let unsent: FakeUnsent;
let store: JobStore;
let states: SaveState['kind'][];
const leaving = new EventTarget();

beforeEach(async () => {
  vi.useFakeTimers();
  vi.stubGlobal('addEventListener', leaving.addEventListener.bind(leaving));
  vi.stubGlobal('removeEventListener', leaving.removeEventListener.bind(leaving));
  api = new FakeApi();
  unsent = new FakeUnsent();
  const root = Injector.create({
    providers: [
      { provide: JobApi, useValue: api },
      { provide: UnsentChanges, useValue: unsent },
    ],
  }) as EnvironmentInjector;
  const injector = createEnvironmentInjector([JobStore], root);
  store = runInInjectionContext(injector, () => injector.get(JobStore));
  await store.open('lift');
  states = [];
  store.saveState$.subscribe(({ kind }) => states.push(kind));
});
afterEach(() => {
  store.ngOnDestroy();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

describe('saving by itself', () => {
  it('waits until nothing has changed for a moment, then saves once with all steps', async () => {
    store.change(renameJob('A'));
    await vi.advanceTimersByTimeAsync(200);
    store.change(renameJob('B'));
    expect(api.saves).toEqual([]);
    await vi.advanceTimersByTimeAsync(500);
    expect(api.saves).toHaveLength(1);
    expect(api.saves[0]).toMatchObject({ basedOn: 1, history: { keep: 0, done: 2 } });
    expect(api.saves[0].job.name).toBe('B');
    expect(states.at(-1)).toBe('saved');
  });

  it('the next save is based on the one before and sends only what is new', async () => {
    store.change(renameJob('A'));
    await vi.advanceTimersByTimeAsync(500);
    store.change(renameJob('B'));
    await vi.advanceTimersByTimeAsync(500);
    expect(api.saves[1]).toMatchObject({ basedOn: 2, history: { keep: 1, done: 2 } });
    expect(api.saves[1].history.add.map((step) => step.label)).toEqual(['Rename job']);
  });

  it('a change made while a save is under way is saved after it', async () => {
    const gate = new Subject<SavedJob>();
    api.answer = () => gate;
    store.change(renameJob('A'));
    await vi.advanceTimersByTimeAsync(500);
    store.change(renameJob('B'));
    await vi.advanceTimersByTimeAsync(500);
    expect(api.saves).toHaveLength(1);
    api.answer = null;
    gate.next({ revision: 2, updatedAt: 'now' });
    gate.complete();
    await vi.advanceTimersByTimeAsync(500);
    expect(api.saves.map((save) => [save.basedOn, save.job.name])).toEqual([
      [1, 'A'],
      [2, 'B'],
    ]);
  });

  it('a failure is told, and tried again until it works', async () => {
    api.answer = () => throwError(() => new ApiError(0, 'unknown', 'The server does not answer.'));
    store.change(renameJob('A'));
    await vi.advanceTimersByTimeAsync(500);
    expect(states.at(-1)).toBe('failed');
    api.answer = null;
    await vi.advanceTimersByTimeAsync(5_000);
    expect(states.at(-1)).toBe('saved');
  });

  it('nothing is saved that changes nothing, nor after undo of all that was unsaved', async () => {
    expect(store.change(renameJob(lift.name))).toBe(false);
    await vi.advanceTimersByTimeAsync(1_000);
    expect(api.saves).toEqual([]);
  });

  it('leaving the page hands over what is not saved yet', () => {
    store.change(renameJob('A'));
    leaving.dispatchEvent(new Event('pagehide'));
    expect(api.left?.name).toBe('A');
  });

  it('is kept in the browser until the server has it', async () => {
    api.answer = () => throwError(() => new Error('away'));
    store.change(renameJob('A'));
    await vi.advanceTimersByTimeAsync(150);
    expect(unsent.kept.get('lift')).toMatchObject({ basedOn: 1, job: { name: 'A' } });
    await vi.advanceTimersByTimeAsync(500);
    expect([states.at(-1), unsent.kept.size]).toEqual(['failed', 1]);
    api.answer = null;
    await vi.advanceTimersByTimeAsync(5_000);
    expect([states.at(-1), unsent.kept.size]).toEqual(['saved', 0]);
  });

  it('what was left behind is there and is sent when the job is opened again, with its undo', async () => {
    store.change(renameJob('Left'));
    leaving.dispatchEvent(new Event('pagehide'));
    const [, left] = [...unsent.kept][0];
    unsent.kept.set('lift', structuredClone(left));
    await store.open('lift');
    expect(store.job?.name).toBe('Left');
    await vi.advanceTimersByTimeAsync(1_000);
    expect(api.saves.at(-1)).toMatchObject({ basedOn: 1, job: { name: 'Left' } });
    expect([states.at(-1), unsent.kept.size]).toEqual(['saved', 0]);
    store.undo();
    expect(store.job?.name).toBe(lift.name);
  });

  it('a change made while another is on its way is sent on top of that, if it arrived', async () => {
    const waiting = new Subject<SavedJob>();
    api.answer = () => waiting;
    store.change(renameJob('First'));
    await vi.advanceTimersByTimeAsync(500);
    const first = structuredClone(store.job!);
    store.change(renameJob('Second'));
    leaving.dispatchEvent(new Event('pagehide'));
    unsent.kept.set('lift', structuredClone(unsent.kept.get('lift')!));
    // The first one did arrive; its answer did not.
    api.loaded = first;
    api.revision = 2;
    api.answer = null;
    await store.open('lift');
    expect(store.job?.name).toBe('Second');
    await vi.advanceTimersByTimeAsync(100);
    waiting.error(new Error('gone'));
    await vi.advanceTimersByTimeAsync(6_000);
    expect(api.saves.at(-1)).toMatchObject({ basedOn: 2, job: { name: 'Second' } });
    expect([states.at(-1), unsent.kept.size]).toEqual(['saved', 0]);
  });

  it('what was left behind and did reach the server is dropped', async () => {
    store.change(renameJob('Left'));
    leaving.dispatchEvent(new Event('pagehide'));
    api.loaded = structuredClone(store.job!);
    api.revision = 2;
    const saves = api.saves.length;
    await store.open('lift');
    await vi.advanceTimersByTimeAsync(1_000);
    expect([api.saves.length, unsent.kept.size, store.job?.name]).toEqual([saves, 0, 'Left']);
  });
});

describe('a save whose answer was lost', () => {
  it('is sent once more as it is, under its own name, before what came after it', async () => {
    api.answer = () => throwError(() => new ApiError(0, 'unknown', 'away'));
    store.change(renameJob('A'));
    await vi.advanceTimersByTimeAsync(500);
    store.change(renameJob('B'));
    api.answer = null;
    await vi.advanceTimersByTimeAsync(6_000);
    expect(api.saves.map(({ job, basedOn }) => [job.name, basedOn])).toEqual([
      ['A', 1],
      ['A', 1],
      ['B', 2],
    ]);
    const [first, again, next] = api.saves;
    expect(again.key).toBe(first.key);
    expect(next.key).not.toBe(first.key);
    expect(states.at(-1)).toBe('saved');
  });

  it('one that was refused for want of room sends what is newest when there is room', async () => {
    api.answer = () => throwError(() => new ApiError(507, 'disk-full', 'The disk is full.'));
    store.change(renameJob('A'));
    await vi.advanceTimersByTimeAsync(500);
    expect(states.at(-1)).toBe('failed');
    store.change(renameJob('B'));
    api.answer = null;
    await vi.advanceTimersByTimeAsync(6_000);
    expect(api.saves.map(({ job }) => job.name)).toEqual(['A', 'B']);
    expect(states.at(-1)).toBe('saved');
  });

  it('that arrives while the page is opened again is no conflict with oneself', async () => {
    store.change(renameJob('Left'));
    leaving.dispatchEvent(new Event('pagehide'));
    const left = structuredClone(unsent.kept.get('lift')!);
    unsent.kept.set('lift', left);
    await store.open('lift');
    // What was sent while leaving arrives after the job was read, and before it is saved.
    api.loaded = structuredClone(left.job);
    api.revision = 2;
    api.answer = () => throwError(() => new ApiError(412, 'job-stale', 'Saved elsewhere.'));
    await vi.advanceTimersByTimeAsync(450);
    api.answer = null;
    store.change(renameJob('Later'));
    await vi.advanceTimersByTimeAsync(1_000);
    expect(states).not.toContain('conflict');
    expect(api.saves.at(-1)).toMatchObject({ basedOn: 2, job: { name: 'Later' } });
    expect(states.at(-1)).toBe('saved');
  });
});

describe('a job that was taken off the rack elsewhere', () => {
  beforeEach(async () => {
    api.answer = () => throwError(() => new ApiError(404, 'job-unknown', 'Not on the rack.'));
    store.change(renameJob('Mine'));
    await vi.advanceTimersByTimeAsync(500);
    api.answer = null;
  });

  it('is said, and nothing is tried for ever', async () => {
    expect(states.at(-1)).toBe('gone');
    store.change(renameJob('Mine still'));
    await vi.advanceTimersByTimeAsync(20_000);
    expect(api.saves).toHaveLength(1);
    expect(unsent.kept.get('lift')?.job.name).toBe('Mine still');
  });

  it('is put back with what was changed here', async () => {
    await store.putBack();
    await vi.advanceTimersByTimeAsync(500);
    expect(api.restored).toEqual(['lift']);
    expect(api.saves.at(-1)?.job.name).toBe('Mine');
    expect([states.at(-1), unsent.kept.size]).toEqual(['saved', 0]);
  });

  it('is made anew under its own name where it is not even kept', async () => {
    api.refusal = new ApiError(404, 'job-unknown', 'Not there.');
    await store.putBack();
    expect(api.made).toMatchObject([{ id: 'lift', job: { name: 'Mine' } }]);
  });

  it('or kept as a copy', async () => {
    expect(await store.keepAsCopy()).toBe('copy');
    expect(api.made).toMatchObject([{ id: undefined, job: { name: 'Mine (copy)' } }]);
    expect(unsent.kept.size).toBe(0);
  });

  it('opened again, it still has what was not sent', async () => {
    api.load = () => throwError(() => new ApiError(404, 'job-unknown', 'Not on the rack.'));
    await store.open('lift');
    expect(store.job?.name).toBe('Mine');
    expect(states.at(-1)).toBe('gone');
    unsent.kept.clear();
    await expect(store.open('lift')).rejects.toThrow('Not on the rack.');
  });
});

describe('leaving with something that is not on the server', () => {
  const asked = (): boolean => {
    const event = new Event('beforeunload', { cancelable: true });
    leaving.dispatchEvent(event);
    return event.defaultPrevented;
  };

  it('is warned of until it is', async () => {
    expect(asked()).toBe(false);
    store.change(renameJob('A'));
    expect(asked()).toBe(true);
    await vi.advanceTimersByTimeAsync(500);
    expect(asked()).toBe(false);
  });

  it('in the middle of a drag keeps what was changed before it', () => {
    store.change(renameJob('A'));
    const gesture = store.begin('Move wheel');
    gesture.update(moveWheel('drive', 5, 5).recipe);
    leaving.dispatchEvent(new Event('pagehide'));
    expect(api.left?.name).toBe('A');
    expect(api.left?.wheels[0]).toEqual(lift.wheels[0]);
  });
});

describe('two windows', () => {
  beforeEach(async () => {
    api.answer = () => throwError(() => new ApiError(412, 'job-stale', 'SavedJob elsewhere.'));
    store.change(renameJob('Mine'));
    await vi.advanceTimersByTimeAsync(500);
  });

  it('a conflict stops saving and is told; nothing is overwritten', async () => {
    expect(states.at(-1)).toBe('conflict');
    store.change(renameJob('Mine still'));
    await vi.advanceTimersByTimeAsync(10_000);
    expect(api.saves).toHaveLength(1);
  });

  it('theirs can be taken, or mine kept as a copy', async () => {
    expect(await store.keepAsCopy()).toBe('copy');
    await store.takeTheirs();
    expect(store.job?.name).toBe(lift.name);
    expect(states.at(-1)).toBe('saved');
  });
});

describe('gestures', () => {
  it('show every move, and are one step of undo in the end', async () => {
    const seen: number[] = [];
    store.job$.subscribe((job) => seen.push(job.wheels[0].x));
    const gesture = store.begin('Move wheel');
    for (const x of [1, 2, 3]) gesture.update(moveWheel('drive', x, 0).recipe);
    await vi.advanceTimersByTimeAsync(1_000);
    expect(api.saves).toEqual([]);
    gesture.commit();
    await vi.advanceTimersByTimeAsync(500);
    expect(seen).toEqual([0, 1, 2, 3]);
    expect(api.saves[0].history.add).toHaveLength(1);
    store.undo();
    expect(store.job?.wheels[0].x).toBe(0);
    store.redo();
    expect(store.job?.wheels[0].x).toBe(3);
  });

  it('cancelled, leave nothing behind', () => {
    const gesture = store.begin('Move wheel');
    gesture.update(moveWheel('drive', 5, 5).recipe);
    gesture.cancel();
    gesture.update(moveWheel('drive', 9, 9).recipe);
    expect(store.job).toBe(lift);
  });

  it('undo waits until a gesture has ended', () => {
    store.change(renameJob('A'));
    const gesture = store.begin('Move wheel');
    gesture.update(moveWheel('drive', 5, 5).recipe);
    store.undo();
    expect(store.job?.name).toBe('A');
    gesture.commit();
    store.undo();
    expect(store.job?.wheels[0].x).toBe(0);
  });
});
