import '@angular/compiler';
import type { Job, SavedJob } from '@coin-relay/model';
import type { Draft } from 'immer';
import { ApiError } from '../api/job-api.service';
import { Subject, throwError } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { moveWheel, renameJob } from './commands';
import { closeStore, lift, openStore, type OpenedStore } from './job-store.testing';

let opened: OpenedStore;
let { api, unsent, store, states, leaving } = {} as OpenedStore;

beforeEach(async () => {
  opened = await openStore();
  ({ api, unsent, store, states, leaving } = opened);
});
afterEach(() => closeStore(opened));

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

  it('a change after which the job could not be kept is refused in words, and the job stays as it was', () => {
    const { store } = opened;
    const told: string[] = [];
    store.refusals$.subscribe((words) => told.push(words));
    const before = store.job;
    const empty = {
      label: 'Change sequence',
      recipe: (job: Draft<Job>) => {
        job.runs[0].sequence = [];
      },
    };
    expect(store.change(empty)).toBe(false);
    expect(store.job).toBe(before);
    expect(told).toEqual([expect.stringMatching(/^“Change sequence” cannot be: .*no piece left\.$/)]);
    const gesture = store.begin('Drag');
    gesture.update(empty.recipe);
    expect(store.job).toBe(before);
    gesture.commit();
    expect(store.job).toBe(before);
    expect(told.length).toBe(2);
  });
});
