import '@angular/compiler';
import { demoJobs, type Job } from '@coin-relay/model';
import { BehaviorSubject } from 'rxjs';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { overJobs } from '../document/injector.testing';
import { Playback, type PlayPosition } from './playback.service';

const lift = demoJobs().find((d) => d.id === 'demo-coin-lift')!.job;

let jobs: BehaviorSubject<Job>;
let playback: Playback;
let frameAsked: ((time: number) => void) | null;
let clock: number;
const page = Object.assign(new EventTarget(), { hidden: false });

/** Lets the browser paint once, at a time in milliseconds. */
function paintAt(time: number): void {
  clock = time;
  const asked = frameAsked;
  frameAsked = null;
  asked?.(time);
}

beforeEach(() => {
  clock = 0;
  frameAsked = null;
  page.hidden = false;
  vi.stubGlobal('document', page);
  vi.stubGlobal('requestAnimationFrame', (work: (time: number) => void) => {
    frameAsked = work;
    return 1;
  });
  vi.stubGlobal('cancelAnimationFrame', () => {
    frameAsked = null;
  });
  vi.spyOn(performance, 'now').mockImplementation(() => clock);
  jobs = new BehaviorSubject(lift);
  playback = overJobs(jobs, [Playback]).get(Playback);
});
afterEach(() => {
  playback.ngOnDestroy();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

describe('playing', () => {
  it('runs at the rate of the job, whatever the screen’s', () => {
    playback.play();
    const seen: number[] = [];
    for (let time = 7; time <= 1000; time += 7) {
      paintAt(time);
      seen.push(playback.now.frame);
    }
    // 24 frames a second: after a second the 23rd or 24th, and none left out on the way.
    expect(seen.at(-1)).toBe(23);
    expect(new Set(seen).size).toBe(24);
    expect(playback.travelOf('row')).toBeCloseTo((23 * 18) / 120, 12);
  });

  it('plays the loop over and over, as it will be taken away', () => {
    playback.play();
    paintAt(5_000);
    expect(playback.now).toMatchObject({ frame: 120, frames: 120 });
    expect(playback.travelOf('row')).toBe(18);
    paintAt(7_500);
    expect(playback.travelOf('row')).toBe(9);
  });

  it('pauses where it is, and goes on from there', () => {
    playback.toggle();
    paintAt(1_000);
    playback.toggle();
    expect(playback.now).toMatchObject({ playing: false, frame: 24 });
    paintAt(9_000);
    expect(playback.now.frame).toBe(24);
    playback.toggle();
    paintAt(9_500);
    expect(playback.now.frame).toBe(36);
  });

  it('playing twice is playing once', () => {
    playback.play();
    paintAt(500);
    playback.play();
    paintAt(1_000);
    expect(playback.now.frame).toBe(24);
  });

  it('tells of every frame once', () => {
    const told: PlayPosition[] = [];
    playback.position$.subscribe((position) => told.push(position));
    playback.play();
    for (const time of [10, 20, 30, 45, 50]) paintAt(time);
    expect(told.map((position) => [position.playing, position.frame])).toEqual([
      [false, 0],
      [true, 0],
      [true, 1],
    ]);
  });

  it('stops when the page is hidden', () => {
    playback.play();
    page.hidden = true;
    page.dispatchEvent(new Event('visibilitychange'));
    expect(playback.now.playing).toBe(false);
  });
});

describe('slower, and from frame to frame', () => {
  it('at half pace shows every frame, for twice as long', () => {
    playback.setPace(0.5);
    playback.play();
    const seen: number[] = [];
    for (let k = 1; k <= 40; k++) {
      paintAt((k * 1000) / 24);
      seen.push(playback.now.frame);
    }
    expect(seen.at(-1)).toBe(20);
    expect(new Set(seen).size).toBe(21);
  });

  it('goes to a frame, pausing; the last is the end of the loop', () => {
    playback.play();
    playback.scrub(120);
    expect(playback.now).toMatchObject({ playing: false, frame: 120 });
    expect(playback.travelOf('row')).toBe(18);
  });
});

describe('frame by frame', () => {
  it('steps on and back, pausing', () => {
    playback.play();
    playback.step(1);
    expect(playback.now).toMatchObject({ playing: false, frame: 1 });
    playback.step(-3);
    expect(playback.now.frame).toBe(-2);
    expect(playback.travelOf('row')).toBeCloseTo((118 * 18) / 120, 12);
  });

  it('follows the job: another loop, another travel at the same frame', () => {
    playback.step(12);
    jobs.next({
      ...lift,
      motion: { framesPerSecond: 24, frames: 60, drives: [{ run: 'row', pitches: -6 }] },
    });
    expect(playback.now).toMatchObject({ frame: 12, frames: 60 });
    expect(playback.travelOf('row')).toBeCloseTo(-1.2, 12);
    jobs.next({ ...lift, motion: { ...lift.motion, drives: [] } });
    expect(playback.travelOf('row')).toBe(0);
  });
});
