import { crankPin, type Vec } from '@coin-relay/core';
import { anchorAt, centreOf, type Anchor, type AnchorOn } from '@coin-relay/model';
import { writeAnchor } from '../../document/commands';
import type { Gesture } from '../../document/history';
import type { JobStore } from '../../document/job-store.service';
import type { JobContext } from '../../session/job-context.service';
import { crankOn, newAnchor, type AnchorWork } from '../../picking/anchor-work.service';
import type { MachineView } from '../../engine/machine-view.service';
import type { Handle } from '../../path-kinds';
import type { Playback } from '../../session/playback.service';
import type { PlaceChoice } from '../../session/place-choice.service';
import type { DrawingStage } from '../drawing-stage';
import { ClickingTool } from './clicking-tool';
import type { Hit } from './pointer';

/** How near a press has to be to an anchor or a link, px. */
const REACH = 11;

/** What the tool on anchors works with. */
export interface AnchorGround {
  readonly stage: DrawingStage;
  readonly store: JobStore;
  readonly context: JobContext;
  readonly work: AnchorWork;
  readonly view: MachineView;
  readonly playback: Playback;
  readonly places: PlaceChoice;
}

/** The tool in the motion step: anchors are dragged, also while it plays, and picked. */
export class AnchorTool extends ClickingTool {
  private dragged: { readonly id: string; readonly on: AnchorOn; readonly gesture: Gesture } | null = null;

  constructor(private readonly ground: AnchorGround) {
    super(ground.stage);
  }

  /** Where the anchors stand at the frame shown. */
  handles(): Handle[] {
    const { view, playback, context } = this.ground;
    const { machine } = view.now;
    if (!machine) return [];
    const { driven } = this.stage;
    return (machine.job.anchors ?? []).flatMap(({ id }): Handle[] => {
      const at = anchorAt(machine, id, playback.now.frame);
      if (!at) return [];
      const chosen = id === context.selectedAnchor;
      return [
        {
          grip: { of: 'anchor', anchor: id },
          look: 'anchor',
          x: at.x + driven.x,
          y: at.y + driven.y,
          chosen,
        },
      ];
    });
  }

  hit(at: Vec): Hit {
    const id = this.near(at);
    if (id !== null) return { on: 'handle', grip: { of: 'anchor', anchor: id } };
    const place = this.ground.work.now ? null : this.stage.placeAt(at);
    return place === null ? { on: 'ground' } : { on: 'place', place };
  }

  click(hit: Hit, at: Vec): void {
    const { work, context, places } = this.ground;
    if (work.now) work.take(this.model(at), this.reach());
    else {
      context.selectAnchor(anchorOf(hit));
      // A link that is clicked is the one whose way is shown.
      if (hit.on === 'place') places.choose([hit.place]);
      else if (hit.on === 'ground') places.clear();
    }
  }

  override dragStart(hit: Hit): boolean {
    const { work, store, context } = this.ground;
    if (work.now !== null) return false;
    const taken = anchorOf(hit);
    const anchor = store.job?.anchors?.find(({ id }) => id === taken);
    if (!anchor) return false;
    context.selectAnchor(anchor.id);
    this.dragged = { id: anchor.id, on: anchor.on, gesture: store.begin('Move anchor') };
    return true;
  }

  override drag(at: Vec): void {
    const { dragged } = this;
    const { machine } = this.ground.view.now;
    if (!dragged || !machine) return;
    const on = draggedTo(this.ground, dragged.on, this.model(at), this.reach());
    dragged.gesture.update((job) => writeAnchor(job, dragged.id, on));
  }

  override dragEnd(): void {
    this.dragged?.gesture.commit();
    this.dragged = null;
  }

  override dragCancel(): void {
    this.dragged?.gesture.cancel();
    this.dragged = null;
  }

  hover(at: Vec | null): void {
    const id = at ? this.near(at) : null;
    const cursor = this.ground.work.now ? 'crosshair' : id === null ? 'default' : 'grab';
    this.stage.hover(id === null ? null : { of: 'anchor', anchor: id }, cursor);
  }

  private near(at: Vec): string | null {
    const { view, work } = this.ground;
    const { machine } = view.now;
    return machine ? work.anchorNear(machine, this.model(at), this.reach()) : null;
  }

  private model(at: Vec): Vec {
    return this.stage.modelAt(at);
  }

  private reach(): number {
    return REACH / this.stage.current.scale;
  }
}

/** The anchor that a press is on. */
const anchorOf = (hit: Hit): string | null =>
  hit.on === 'handle' && hit.grip.of === 'anchor' ? hit.grip.anchor : null;

/** What an anchor is on once it is dragged to a place: each kind stays what it is. */
function draggedTo({ view, playback, store }: AnchorGround, on: AnchorOn, to: Vec, reach: number): AnchorOn {
  const { machine } = view.now;
  if (!machine) return on;
  const { frame } = playback.now;
  switch (on.kind) {
    case 'fixed':
      return { ...on, x: to.x, y: to.y };
    case 'crank':
      return crankOn(machine, on.wheel, frame, to);
    case 'slider': {
      // The rod takes what length the slider's new place asks for.
      const centre = centreOf(machine, on.wheel);
      if (!centre) return on;
      const [ux, uy] = [Math.cos(on.direction), Math.sin(on.direction)];
      const along = (to.x - on.x) * ux + (to.y - on.y) * uy;
      const pin = crankPin({ centre, radius: on.radius }, on.angle);
      const rod = Math.hypot(on.x + along * ux - pin.x, on.y + along * uy - pin.y);
      return { ...on, rod: Math.max(on.radius * 1.01, rod) };
    }
    case 'rider': {
      if (!store.job) return on;
      const found: Anchor = newAnchor(machine, store.job, frame, to, reach * 3);
      return found.on.kind === 'rider' ? found.on : on;
    }
  }
}
