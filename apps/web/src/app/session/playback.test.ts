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
  });

  it('plays the loop over and over, as it will be taken away', () => {
    playback.play();
    paintAt(4_999);
    expect(playback.now).toMatchObject({ frame: 119, frames: 120 });
    paintAt(5_000);
    expect(playback.now.frame).toBe(0);
    paintAt(7_500);
    expect(playback.now.frame).toBe(60);
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
  });
});

describe('frame by frame', () => {
  it('steps on and back, pausing', () => {
    playback.play();
    playback.step(1);
    expect(playback.now).toMatchObject({ playing: false, frame: 1 });
    playback.step(-3);
    expect(playback.now.frame).toBe(118);
    playback.step(2);
    expect(playback.now.frame).toBe(0);
  });

  it('follows the job: another length of the loop', () => {
    playback.step(112);
    jobs.next({ ...lift, motion: { ...lift.motion, frames: 60 } });
    expect(playback.now).toMatchObject({ frame: 60, frames: 60, range: [0, 60] });
  });
});

describe('a part of the loop', () => {
  it('is played over and over, and no frame outside of it', () => {
    playback.setRange([30, 48]);
    playback.scrub(40);
    playback.play();
    const seen = new Set<number>();
    for (let time = 20; time <= 4_000; time += 20) {
      paintAt(time);
      seen.add(playback.now.frame);
    }
    expect([...seen].sort((a, b) => a - b)).toEqual(Array.from({ length: 18 }, (_, i) => 30 + i));
    playback.setRange(null);
    expect(playback.now.range).toEqual([0, 120]);
  });

  it('has at least one frame, within the loop', () => {
    playback.setRange([90, 20]);
    expect(playback.now.range).toEqual([90, 91]);
    playback.setRange([-5, 900]);
    expect(playback.now.range).toEqual([0, 120]);
  });
});

describe('where less motion is asked for', () => {
  it('plays as single pictures, one a second', () => {
    vi.stubGlobal('matchMedia', () => ({ matches: true }));
    const calm = overJobs(jobs, [Playback]).get(Playback);
    calm.play();
    for (let time = 20; time <= 3_500; time += 20) paintAt(time);
    expect(calm.now.frame).toBe(3);
    calm.ngOnDestroy();
  });
});
