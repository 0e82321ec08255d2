import { Injectable } from '@angular/core';
import { BehaviorSubject, Subject } from 'rxjs';

export const STEPS = ['path', 'link', 'set-out', 'fit', 'motion', 'check', 'hand-off'] as const;
export type Step = (typeof STEPS)[number];

/** Pixels per mm, and where the job's origin was, px. */
interface KeptPlan {
  readonly scale: number;
  readonly x: number;
  readonly y: number;
}

/** What is being worked on in the open job: the step at work and what is selected. Not part of the document. */
@Injectable()
export class JobContext {
  private readonly step = new BehaviorSubject<Step>('fit');
  private readonly wheel = new BehaviorSubject<string | null>(null);
  private readonly bench = new BehaviorSubject<string | null>(null);
  private readonly table = new BehaviorSubject(false);
  private readonly trail = new BehaviorSubject(false);
  private readonly anchor = new BehaviorSubject<string | null>(null);
  private readonly all = new Subject<void>();
  private readonly space = new BehaviorSubject(false);
  private readonly grows = new BehaviorSubject(false);
  private readonly spot = new BehaviorSubject<number | null>(null);

  /** What was seen in plan and in space when it was left for the other; null where all was shown. */
  readonly kept: { plan: KeptPlan | null; space: string | null } = { plan: null, space: null };

  readonly step$ = this.step.asObservable();
  readonly wheel$ = this.wheel.asObservable();
  /** The own piece whose outline is being worked on. */
  readonly outlineEditor$ = this.bench.asObservable();
  /** The place of the path that was gone to, mm. */
  readonly spot$ = this.spot.asObservable();
  /** Emits when all of the drawing is to be shown. */
  readonly all$ = this.all.asObservable();
  /** Is the way of the chosen link to be seen? */
  readonly trail$ = this.trail.asObservable();
  /** The chosen anchor. */
  readonly anchor$ = this.anchor.asObservable();
  /** Is the table of places to be seen? */
  readonly table$ = this.table.asObservable();

  /** Is the job seen in space? Else in plan. */
  readonly space$ = this.space.asObservable();

  /** Do carried pieces grow with a spacing that is typed? */
  readonly grows$ = this.grows.asObservable();

  get pieceGrows(): boolean {
    return this.grows.value;
  }

  letPieceGrow(grows: boolean): void {
    if (grows !== this.grows.value) this.grows.next(grows);
  }

  get at(): Step {
    return this.step.value;
  }

  get selectedWheel(): string | null {
    return this.wheel.value;
  }

  get editedPiece(): string | null {
    return this.bench.value;
  }

  openOutlineEditor(piece: string | null): void {
    if (piece !== this.bench.value) this.bench.next(piece);
  }

  showTable(visible: boolean): void {
    if (visible !== this.table.value) this.table.next(visible);
  }

  get inSpace(): boolean {
    return this.space.value;
  }

  seeInSpace(inSpace: boolean): void {
    if (inSpace !== this.space.value) this.space.next(inSpace);
  }

  showTrail(visible: boolean): void {
    if (visible !== this.trail.value) this.trail.next(visible);
  }

  get trailShown(): boolean {
    return this.trail.value;
  }

  get selectedAnchor(): string | null {
    return this.anchor.value;
  }

  selectAnchor(id: string | null): void {
    if (id !== this.anchor.value) this.anchor.next(id);
  }

  /** Goes to a place of the path of the row at work: the drawing brings it into sight and marks it, the tape too. */
  goTo(s: number | null): void {
    this.spot.next(s);
  }

  get spotNow(): number | null {
    return this.spot.value;
  }

  /** Asks the drawing to show all there is, for what was put where it cannot be seen. */
  showAll(): void {
    this.all.next();
  }

  openStep(step: Step): void {
    if (step === this.step.value) return;
    this.spot.next(null);
    this.step.next(step);
  }

  /** Selects a wheel, on the drawing and on the tape; the path step is the one that works on it. */
  selectWheel(id: string | null): void {
    if (id === this.wheel.value) return;
    this.wheel.next(id);
    if (id !== null) this.step.next('path');
  }
}
