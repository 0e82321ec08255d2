import { inject, Injectable, type OnDestroy } from '@angular/core';
import { BehaviorSubject, type Subscription } from 'rxjs';
import { JobStore } from '../document/job-store.service';

export interface PlayPosition {
  readonly playing: boolean;
  /** The frame shown: 0 to frames − 1 while it plays, and the end of the loop where it was gone to. */
  readonly frame: number;
  /** Frames in one loop. */
  readonly frames: number;
  /** Part of its own pace it plays at. */
  readonly pace: number;
  /** The frames that are played: from the first up to, and not with, the last. */
  readonly range: readonly [number, number];
}

/** The paces it can be played at; frames are never left out for a slower one. */
export const PACES = [1, 0.5, 0.25] as const;

/** Where less motion is asked for, pictures are shown one after the other at this rate instead. */
const STILLS_A_SECOND = 1;

/** Plays the loop frame by frame at its own rate. One for one job view. */
@Injectable()
export class Playback implements OnDestroy {
  private readonly store = inject(JobStore);
  private readonly position = new BehaviorSubject<PlayPosition>({
    playing: false,
    frame: 0,
    frames: 120,
    pace: 1,
    range: [0, 120],
  });
  private readonly subscription: Subscription;
  private request = 0;
  private startedAt = 0;
  private startedFrame = 0;

  private readonly lessMotion =
    typeof matchMedia === 'function' ? matchMedia('(prefers-reduced-motion: reduce)') : null;

  /** Emits at once and whenever the frame, or whether it plays, changes. */
  readonly position$ = this.position.asObservable();

  constructor() {
    this.subscription = this.store.job$.subscribe(() => this.show(this.position.value.frame));
    document.addEventListener('visibilitychange', this.hidden);
  }

  ngOnDestroy(): void {
    this.pause();
    document.removeEventListener('visibilitychange', this.hidden);
    this.subscription.unsubscribe();
  }

  get now(): PlayPosition {
    return this.position.value;
  }

  /** Does the system ask for less motion? Then it plays as single pictures. */
  get stills(): boolean {
    return this.lessMotion?.matches === true;
  }

  toggle(): void {
    if (this.position.value.playing) this.pause();
    else this.play();
  }

  play(): void {
    if (this.position.value.playing) return;
    this.begin();
    this.position.next({ ...this.position.value, playing: true });
    this.request = requestAnimationFrame(this.tick);
  }

  pause(): void {
    cancelAnimationFrame(this.request);
    if (this.position.value.playing) this.position.next({ ...this.position.value, playing: false });
  }

  /** Moves by whole frames, pausing; past an end of the loop it goes on at the other. */
  step(frames: number): void {
    this.pause();
    const { frame, frames: all } = this.position.value;
    this.show((((frame + frames) % all) + all) % all);
  }

  /** Goes to a frame of the loop, pausing. */
  scrub(frame: number): void {
    this.pause();
    this.show(frame);
  }

  /** Plays slower, or at its own pace again, from where it is. */
  setPace(pace: number): void {
    this.begin();
    this.position.next({ ...this.position.value, pace });
  }

  /** Plays only a part of the loop, over and over; null for all of it. */
  setRange(range: readonly [number, number] | null): void {
    const { frames } = this.position.value;
    const [from, to] = range ?? [0, frames];
    const first = Math.max(0, Math.min(frames - 1, Math.round(from)));
    const last = Math.max(first + 1, Math.min(frames, Math.round(to)));
    this.position.next({ ...this.position.value, range: [first, last] });
    this.begin();
  }

  private begin(): void {
    this.startedAt = performance.now();
    this.startedFrame = this.position.value.frame;
  }

  private readonly tick = (time: number): void => {
    const own = this.store.job?.motion.framesPerSecond ?? 24;
    const { pace, range } = this.position.value;
    const rate = this.stills ? STILLS_A_SECOND : own * pace;
    const on = Math.floor(((time - this.startedAt) / 1000) * rate);
    const [first, last] = range;
    const many = last - first;
    // What plays is the loop, or its part, over and over.
    const frame = first + ((((this.startedFrame - first + on) % many) + many) % many);
    if (frame !== this.position.value.frame) this.show(frame);
    this.request = requestAnimationFrame(this.tick);
  };

  private readonly hidden = (): void => {
    if (document.hidden) this.pause();
  };

  private show(frame: number): void {
    const motion = this.store.job?.motion;
    const frames = motion?.frames ?? 120;
    const { range, frames: before } = this.position.value;
    // A range of all of the loop stays one of all of it.
    const kept = frames === before ? range : ([0, frames] as const);
    const at = Math.max(0, Math.min(frames, frame));
    // Most changes of a document leave the loop as it is.
    if (at === this.position.value.frame && kept === range && frames === before) return;
    this.position.next({ ...this.position.value, frame: at, frames, range: kept });
  }
}
