import '@angular/compiler';
import { ApiError } from '../api/job-api.service';
import { throwError } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { moveWheel, renameJob } from './commands';
import { closeStore, lift, openStore, type OpenedStore } from './job-store.testing';
import type { Unsent } from './unsent-changes.service';

let opened: OpenedStore;
let { api, unsent, store, states, leaving } = {} as OpenedStore;

beforeEach(async () => {
  opened = await openStore();
  ({ api, unsent, store, states, leaving } = opened);
});
afterEach(() => closeStore(opened));

describe('a browser that is slow to say what it keeps', () => {
  const left = { basedOn: 1, sent: null, job: { ...lift, name: 'Left' }, history: { edits: [], done: 0 } };
  let say: (found: Unsent | null) => void;
  beforeEach(() => {
    unsent.find = () => new Promise((resolve) => (say = resolve));
  });

  it('does not hold up the job; what it says late is taken', async () => {
    const opened = store.open('lift');
    await vi.advanceTimersByTimeAsync(3_100);
    await opened;
    expect(store.job?.name).toBe(lift.name);
    unsent.find = () => Promise.resolve(left);
    say(left);
    await vi.advanceTimersByTimeAsync(600);
    expect(store.job?.name).toBe('Left');
    expect(api.saves.map(({ job }) => job.name)).toEqual(['Left']);
  });

  it('and where the job was gone on from meanwhile, it becomes a job of its own', async () => {
    const opened = store.open('lift');
    await vi.advanceTimersByTimeAsync(3_100);
    await opened;
    store.change(renameJob('Newer'));
    say(left);
    await vi.advanceTimersByTimeAsync(600);
    expect(api.made.map(({ job }) => job.name)).toEqual(['Left (left unsent)']);
    expect(api.saves.map(({ job }) => job.name)).toEqual(['Newer']);
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
