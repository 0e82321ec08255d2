import { inject, Injectable, type OnDestroy } from '@angular/core';
import { BehaviorSubject, type Subscription } from 'rxjs';
import { JobStore } from '../document/job-store.service';

export interface PlayPosition {
  readonly playing: boolean;
  /** Frames since the start; counted on beyond the loop. */
  readonly frame: number;
  /** Frames in one loop. */
  readonly frames: number;
  /** Part of its own pace it plays at. */
  readonly pace: number;
}

/** The paces it can be played at; frames are never left out for a slower one. */
export const PACES = [1, 0.5, 0.25] as const;

/** Plays the loop frame by frame at its own rate. One for one job view. */
@Injectable()
export class Playback implements OnDestroy {
  private readonly store = inject(JobStore);
  private readonly position = new BehaviorSubject<PlayPosition>({
    playing: false,
    frame: 0,
    frames: 120,
    pace: 1,
  });
  private readonly subscription: Subscription;
  private request = 0;
  private startedAt = 0;
  private startedFrame = 0;

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

  /** How far a run has travelled, in pitches. */
  travelOf(run: string): number {
    const { frame, frames } = this.position.value;
    const pitches = this.store.job?.motion.drives.find((drive) => drive.run === run)?.pitches ?? 0;
    // What plays is the loop, over and over; only its very end may be gone to by itself.
    const within = frame >= 0 && frame <= frames ? frame : frame - Math.floor(frame / frames) * frames;
    return (pitches * within) / frames;
  }

  toggle(): void {
    if (this.position.value.playing) this.pause();
    else this.play();
  }

  play(): void {
    if (this.position.value.playing) return;
    this.startedAt = performance.now();
    this.startedFrame = this.position.value.frame;
    this.position.next({ ...this.position.value, playing: true });
    this.request = requestAnimationFrame(this.tick);
  }

  pause(): void {
    cancelAnimationFrame(this.request);
    if (this.position.value.playing) this.position.next({ ...this.position.value, playing: false });
  }

  /** Moves by whole frames, pausing. */
  step(frames: number): void {
    this.pause();
    this.show(this.position.value.frame + frames);
  }

  /** Goes to a frame of the loop, pausing. */
  scrub(frame: number): void {
    this.pause();
    this.show(frame);
  }

  /** Plays slower, or at its own pace again, from where it is. */
  setPace(pace: number): void {
    this.startedAt = performance.now();
    this.startedFrame = this.position.value.frame;
    this.position.next({ ...this.position.value, pace });
  }

  private readonly tick = (time: number): void => {
    const rate = this.store.job?.motion.framesPerSecond ?? 24;
    const { pace } = this.position.value;
    const frame = this.startedFrame + Math.floor(((time - this.startedAt) / 1000) * rate * pace);
    if (frame !== this.position.value.frame) this.show(frame);
    this.request = requestAnimationFrame(this.tick);
  };

  private readonly hidden = (): void => {
    if (document.hidden) this.pause();
  };

  private show(frame: number): void {
    const motion = this.store.job?.motion;
    const frames = motion?.frames ?? 120;
    this.position.next({ ...this.position.value, frame, frames });
  }
}
