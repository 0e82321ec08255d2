import { inject, Injectable, type OnDestroy } from '@angular/core';
import { BehaviorSubject } from 'rxjs';
import { tinykeys } from 'tinykeys';
import { withinPath } from '@coin-relay/core';
import type { HandTouch } from '@coin-relay/model';
import type { Draft } from 'immer';
import {
  changePath,
  handPlacesOf,
  moveWheel,
  putAnchor,
  removeAnchor,
  touchPlaces,
} from '../document/commands';
import { PlaceChoice } from '../session/place-choice.service';
import { pointsOfPath, toolFor } from '../path-kinds';
import { JobStore } from '../document/job-store.service';
import { PathMarks } from '../picking/path-marks.service';
import { FitService } from '../engine/fit.service';
import { SpotPicks } from '../session/spot-picks.service';
import { PathWork } from '../session/path-work.service';
import { Playback } from '../session/playback.service';
import { AnchorWork } from '../picking/anchor-work.service';
import { JobContext, STEPS } from '../session/job-context.service';
import { takesText, TypedText } from './typed-text';

/** The keyboard of the job view. Keys typed into a field stay there. */
@Injectable()
export class JobKeys implements OnDestroy {
  private readonly store = inject(JobStore);
  private readonly playback = inject(Playback);
  private readonly context = inject(JobContext);
  private readonly fits = inject(FitService);
  private readonly work = inject(PathWork);
  private readonly places = inject(PlaceChoice);
  private readonly marks = inject(PathMarks);
  private readonly anchors = inject(AnchorWork);
  private readonly spots = inject(SpotPicks);
  private readonly sheet = new BehaviorSubject(false);
  private readonly text: TypedText;
  private readonly release: () => void;

  readonly sheet$ = this.sheet.asObservable();

  constructor() {
    const free = (act: () => void) => (event: KeyboardEvent) => {
      if (takesText(event.target)) return;
      event.preventDefault();
      act();
    };
    // What was typed and not taken is the field's own to undo and to leave; else these keys are the job's.
    const unlessTyped = (act: () => void) => (event: KeyboardEvent) => {
      if (this.text.isPending(event.target)) return;
      event.preventDefault();
      act();
    };
    const nudge = (dx: number, dy: number) => free(() => this.nudge(dx, dy));
    const always = (act: () => void) => (event: KeyboardEvent) => {
      event.preventDefault();
      act();
    };
    const steps = Object.fromEntries(
      STEPS.map((step, i) => [String(i + 1), free(() => this.context.openStep(step))]),
    );
    this.release = tinykeys(window, {
      ...steps,
      Space: (event) => {
        // Space on a button presses the button.
        if (
          event.target instanceof HTMLElement &&
          event.target.closest('button, a, input, [role="combobox"], [role="radio"]')
        )
          return;
        free(() => this.playback.toggle())(event);
      },
      d: free(() => this.context.seeInSpace(!this.context.inSpace)),
      ',': free(() => this.playback.step(-1)),
      '.': free(() => this.playback.step(1)),
      ArrowLeft: nudge(-1, 0),
      ArrowRight: nudge(1, 0),
      ArrowUp: nudge(0, 1),
      ArrowDown: nudge(0, -1),
      'Shift+ArrowLeft': nudge(-10, 0),
      'Shift+ArrowRight': nudge(10, 0),
      'Shift+ArrowUp': nudge(0, 10),
      'Shift+ArrowDown': nudge(0, -10),
      '$mod+z': unlessTyped(() => this.store.undo()),
      '$mod+Shift+z': unlessTyped(() => this.store.redo()),
      '$mod+y': unlessTyped(() => this.store.redo()),
      '$mod+s': always(() => void this.store.save()),
      Escape: unlessTyped(() => this.leave()),
      Enter: (event) => {
        if (this.work.mode === 'place') free(() => this.work.setMode('arrange'))(event);
      },
      Delete: free(() => this.remove()),
      Backspace: free(() => this.remove()),
      'Shift+?': free(() => this.showSheet(true)),
    });
    // After the keys: what an Escape puts back was still typed when they heard of it.
    this.text = new TypedText();
  }

  ngOnDestroy(): void {
    this.release();
    this.text.destroy();
  }

  showSheet(visible: boolean): void {
    this.sheet.next(visible);
  }

  private leave(): void {
    if (this.spots.now) this.spots.stop();
    else if (this.anchors.now) this.anchors.ask(null);
    else if (this.marks.now) this.marks.ask(null);
    else if (this.work.mode !== 'arrange') this.work.setMode('arrange');
    else if (this.work.points.size > 0) this.work.choosePoints([]);
    else if (this.context.editedPiece !== null) this.context.openOutlineEditor(null);
    else if (this.places.places.size > 0) this.places.clear();
    else if (this.context.selectedAnchor !== null) this.context.selectAnchor(null);
    else this.context.selectWheel(null);
  }

  private remove(): void {
    const anchor = this.context.at === 'motion' ? this.context.selectedAnchor : null;
    if (anchor !== null) {
      this.store.change(removeAnchor(anchor));
      this.context.selectAnchor(null);
    } else if (this.context.at === 'set-out' && this.places.places.size > 0) {
      this.touch((touch) => (touch.leftOut = true), 'Leave out');
    } else this.removePoints();
  }

  /** Does something by hand to the chosen places. */
  private touch(change: (touch: Draft<HandTouch>) => void, label: string): void {
    const { view } = this.fits.now;
    if (!view) return;
    const { table, middles } = view.setOut;
    const { run } = view.resolved;
    const { path } = view.fit.layout;
    const known = handPlacesOf(run.setOut, table.handPlaces);
    const chosen = [...this.places.places].map((index) => ({ index, s: withinPath(path, middles[index]) }));
    this.store.change(touchPlaces(run.id, chosen, known, 'index', change, label));
  }

  /** Deletes the chosen points; while placing, the last one placed. */
  private removePoints(): void {
    const { path, points, mode } = this.work;
    const work = path && toolFor(path).byPoints;
    const all = pointsOfPath(path);
    const chosen = mode === 'place' ? new Set([all.length - 1]) : points;
    if (!path || !work || chosen.size === 0 || all.length === 0) return;
    this.store.change(changePath(path, work.without(path, chosen), 'Delete points'));
    this.work.choosePoints([]);
  }

  private nudge(dx: number, dy: number): void {
    if (this.context.at === 'set-out' && this.places.places.size > 0) {
      this.touch((touch) => {
        touch.along += dx;
        touch.out += dy;
      }, 'Nudge places');
      return;
    }
    if (this.context.at === 'motion') {
      this.nudgeAnchor(dx, dy);
      return;
    }
    const { path, points } = this.work;
    const work = path && toolFor(path).byPoints;
    if (path && work && points.size > 0) {
      this.store.change(changePath(path, work.moved(path, points, { x: dx, y: dy, z: 0 }), 'Move points'));
      return;
    }
    const id = this.context.selectedWheel;
    const wheel = this.store.job?.wheels.find((w) => w.id === id);
    if (!wheel) return;
    const scale = this.fits.now.view?.fit.scale ?? 1;
    this.store.change(moveWheel(wheel.id, wheel.x + dx / scale, wheel.y + dy / scale));
  }

  private nudgeAnchor(dx: number, dy: number): void {
    const anchor = this.store.job?.anchors?.find(({ id }) => id === this.context.selectedAnchor);
    if (anchor?.on.kind !== 'fixed') return;
    const { x, y } = anchor.on;
    this.store.change(putAnchor({ ...anchor, on: { ...anchor.on, x: x + dx, y: y + dy } }));
  }
}
