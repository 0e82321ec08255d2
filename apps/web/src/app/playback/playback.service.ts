import { inject, Injectable, type OnDestroy } from '@angular/core';
import { BehaviorSubject, type Subscription } from 'rxjs';
import { JobStore } from '../document/job-store.service';

export interface PlayPosition {
  readonly playing: boolean;
  /** Frames since the start; goes on beyond the loop, so that nothing jumps at its end. */
  readonly frame: number;
  /** Frames in one loop. */
  readonly frames: number;
}

/** Plays the loop frame by frame at its own rate. One for one job view. */
@Injectable()
export class Playback implements OnDestroy {
  private readonly store = inject(JobStore);
  private readonly position = new BehaviorSubject<PlayPosition>({
    playing: false,
    frame: 0,
    frames: 120,
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
    return (pitches * frame) / frames;
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

  private readonly tick = (time: number): void => {
    const rate = this.store.job?.motion.framesPerSecond ?? 24;
    const frame = this.startedFrame + Math.floor(((time - this.startedAt) / 1000) * rate);
    if (frame !== this.position.value.frame) this.show(frame);
    this.request = requestAnimationFrame(this.tick);
  };

  private readonly hidden = (): void => {
    if (document.hidden) this.pause();
  };

  private show(frame: number): void {
    const motion = this.store.job?.motion;
    const frames = motion?.frames ?? 120;
    this.position.next({
      playing: this.position.value.playing,
      frame,
      frames,
    });
  }
}
