import {
  Box3,
  BufferGeometry,
  Color,
  Group,
  LineBasicMaterial,
  LineLoop,
  Matrix4,
  Raycaster,
  type Ray,
  type Scene,
  Vector2,
  Vector3,
  WebGLRenderer,
} from 'three';
import type { Picked } from '../session/spot-picks.service';
import { THEME } from '../shared/theme';
import { roundStep } from '@coin-relay/painting';
import type { Side } from '@coin-relay/scene';
import { LEAST_TRIANGLES, trianglesHere } from './drawing-power';
import { Ground, roomOver } from './ground';
import { newInkSize } from './ink';
import { newPaperScene } from './paper-scene';
import { PicturePace } from './picture-pace';
import { SpaceCamera } from './space-camera';
import type { StandingRow } from './standing-row';

/** What stands on the stage: it belongs to whoever put it there, who also lets go of it. */
export interface Stands {
  readonly group: Group;
  /** What a ray meets first of it, where it can be picked. */
  pick?(caster: Raycaster): { readonly what: Picked | null; readonly distance: number } | null;
  /** Grows a box by all of it. */
  grow(box: Box3): void;
  /** Leaves out what is too fine to be seen at so many pixels a millimetre. */
  seenAt(pixels: number): void;
}

/** What is no further from the middle of the picture than this is under it, px. */
const NEAR = 30;
/** While solids come one by one they are shown at least so often, ms. */
const MOST_WAIT_MS = 2_000;
/** Pixels of the screen that one of the page is drawn with, at the most. */
const MOST_PIXELS = 2;
const finest = (): number => Math.min(devicePixelRatio, MOST_PIXELS);
const NOTHING = (): void => undefined;

/**
 * The solids of a job on paper. It is drawn when something has changed, and not while nothing does. Knows nothing of
 * Angular, of the document, or of the pointer.
 */
export class SpaceStage {
  readonly camera: SpaceCamera;
  readonly ink = newInkSize();
  private readonly renderer: WebGLRenderer;
  private readonly scene: Scene;
  private readonly world: Group;
  /** What is drawn over it, such as a measure: it is not met, and belongs to whoever puts it there. */
  readonly over = new Group();
  private readonly ground = new Ground();
  private readonly pace = new PicturePace();
  private asked = 0;
  private readonly spot = spotRing();
  private all: readonly Stands[] = [];
  private leaving: readonly Stands[] = [];
  private gone = NOTHING;
  private up = new Vector3(0, 1, 0);
  private request = 0;
  private stale = { picture: false, shadow: false };
  private box = new Box3();
  private shown = false;
  private later: ReturnType<typeof setTimeout> | null = null;
  private held = false;

  constructor(
    readonly element: HTMLElement,
    canvas: HTMLCanvasElement,
    context: WebGL2RenderingContext,
    /** Told what maps the world to the picture, each time it is drawn. */
    private readonly drawn: (eye: string) => void = () => undefined,
  ) {
    this.renderer = new WebGLRenderer({ canvas, context });
    this.renderer.setPixelRatio(finest());
    element.append(this.renderer.domElement);
    ({ scene: this.scene, world: this.world } = newPaperScene());
    this.scene.background = new Color(THEME.paper);
    this.scene.add(this.ground.mesh);
    this.world.add(this.spot, this.over);
    this.camera = new SpaceCamera(this.renderer.domElement, () => this.draw());
    // What was on the graphics card is put there again; the picture is this one’s to draw.
    canvas.addEventListener('webglcontextrestored', () => this.changed());
    this.resize();
  }

  /** Whether so many triangles can be drawn here while it moves: the machine is tried where they are many. */
  readonly allows = (triangles: number): boolean =>
    triangles <= LEAST_TRIANGLES || triangles <= trianglesHere(this.renderer);

  /** Tries the machine before that is asked for: while solids are being made there is nothing else to do. */
  tryMachine(): void {
    trianglesHere(this.renderer);
  }

  dispose(): void {
    cancelAnimationFrame(this.request);
    this.endWait();
    this.camera.dispose();
    this.ground.dispose();
    this.spot.geometry.dispose();
    (this.spot.material as LineBasicMaterial).dispose();
    this.renderer.dispose();
    // A browser has few of them.
    this.renderer.forceContextLoss();
    this.renderer.domElement.remove();
  }

  /** Shows all that is to stand here, and nothing else. */
  show(all: readonly Stands[]): void {
    for (const { group } of this.goneWith(all)) this.world.remove(group);
    for (const { group } of all) if (group.parent !== this.world) this.world.add(group);
    this.all = all;
    this.changed();
  }

  /**
   * The same, but what goes stays in the picture until what comes in its place is complete.
   * @param gone told when a picture was drawn without what went. What it was drawn with, such as programs of the
   *   graphics card that take long to make, is there until then for what comes.
   */
  exchange(all: readonly Stands[], gone: () => void): void {
    const going = this.goneWith(all);
    if (this.leaving.length === 0) this.leaving = going;
    // Others went before these could be seen.
    else for (const { group } of going) this.world.remove(group);
    for (const { group } of all)
      if (group.parent !== this.world) {
        group.visible = this.leaving.length === 0;
        this.world.add(group);
      }
    this.all = all;
    this.gone = gone;
    this.changed();
  }

  /** Says which way is up. */
  setUp(up: Vector3): void {
    if (up.equals(this.up)) return;
    this.up = up.clone();
    this.camera.setUp(up);
    this.changed();
    if (this.shown) this.lookFrom('corner');
  }

  /** What stands here has changed, or stands elsewhere. */
  changed(): void {
    this.stale.shadow = true;
    this.draw();
  }

  /** How far all of it has driven over the ground, mm. */
  driveTo(x: number, y: number): void {
    this.world.position.set(x, y, 0);
    this.world.updateMatrixWorld();
  }

  /** Nothing is drawn until all that is on its way stands here, or for a while: a picture costs as much as some solids. */
  hold(before: () => void): void {
    this.held = true;
    this.more(before);
  }

  /**
   * One more thing stands here, and others are on their way: it is shown with them, or in a while.
   * @param before done before it is shown in a while
   */
  more(before: () => void): void {
    this.stale.shadow = true;
    this.later ??= setTimeout(() => {
      this.later = null;
      before();
      this.complete();
    }, MOST_WAIT_MS);
  }

  /** All that was on its way stands here. */
  complete(): void {
    this.held = false;
    for (const { group } of this.leaving) this.world.remove(group);
    for (const { group } of this.all) group.visible = true;
    this.leaving = [];
    this.changed();
  }

  private goneWith(all: readonly Stands[]): Stands[] {
    const stay = new Set(all.map(({ group }) => group));
    return this.all.filter(({ group }) => !stay.has(group));
  }

  /** All that stands here is looked at from a side. */
  lookFrom(side: Side, smoothly = false): void {
    this.aim(side, smoothly);
    this.draw();
  }

  /** The same for the next picture, whenever that is. */
  aim(side: Side, smoothly = false): void {
    this.camera.lookFrom(side, this.bounds(), smoothly);
    this.shown = true;
  }

  showAll(smoothly = false): void {
    this.camera.showAll(this.bounds(), smoothly);
    this.draw();
  }

  /** Marks a place and looks there; null takes the mark away. */
  mark(at: Vector3 | null, size: number, smoothly: boolean): void {
    this.spot.visible = at !== null;
    if (at) {
      this.spot.position.copy(at);
      this.spot.scale.setScalar(size * 1.6);
      this.camera.goTo(at.clone().add(this.world.position), smoothly);
    }
    this.draw();
  }

  /** What is met under a place of the picture, px from its corner, and where, in the axes of the job; null where nothing is. */
  meet(x: number, y: number): { readonly what: Picked | null; readonly at: Vector3 } | null {
    const caster = this.casterAt(x, y);
    let best: { distance: number; what: Picked | null } | null = null;
    for (const each of this.all) {
      const hit = each.pick?.(caster) ?? null;
      if (hit && (!best || hit.distance < best.distance)) best = hit;
    }
    return best && { what: best.what, at: caster.ray.at(best.distance, new Vector3()) };
  }

  /** What is looked along at a place of the picture, px, in the axes of the job. */
  rayAt(x: number, y: number): Ray {
    return this.casterAt(x, y).ray;
  }

  /** What is met in the middle of the picture, or near it: the middle of a wheel is a hole. */
  meetMiddle(): ReturnType<SpaceStage['meet']> {
    const { width, height } = this.sizes();
    for (let far = 0; far <= NEAR; far += NEAR / 6) {
      for (let k = 0; k < (far === 0 ? 1 : 8); k++) {
        const angle = (k * Math.PI) / 4;
        const met = this.meet(width / 2 + far * Math.cos(angle), height / 2 + far * Math.sin(angle));
        if (met) return met;
      }
    }
    return null;
  }

  /** The places of a row whose middles are within a box of the picture, px. */
  placesIn(row: StandingRow, x0: number, y0: number, x1: number, y1: number): number[] {
    return row.middles().flatMap(({ place, middle }) => {
      const p = this.onScreen(middle);
      return p.x >= x0 && p.x <= x1 && p.y >= y0 && p.y <= y1 ? [place] : [];
    });
  }

  /** Where a place of the job is in the picture, px. */
  onScreen(p: Vector3): Vector2 {
    const { width, height } = this.sizes();
    const q = p.clone().add(this.world.position).project(this.camera.eye);
    return new Vector2(((q.x + 1) / 2) * width, ((1 - q.y) / 2) * height);
  }

  resize(): void {
    const { width, height } = this.sizes();
    this.renderer.setSize(width, height);
    this.ink.value.set(width * finest(), height * finest());
    this.camera.resize(width, height);
    this.draw();
  }

  /** The picture is drawn anew before the next one is shown. */
  draw(): void {
    this.stale.picture = true;
    this.ask();
  }

  private endWait(): void {
    if (this.later !== null) clearTimeout(this.later);
    this.later = null;
  }

  private ask(): void {
    if (this.request !== 0) return;
    this.asked = performance.now();
    this.request = requestAnimationFrame(this.frame);
  }

  private readonly frame = (): void => {
    this.request = 0;
    const now = performance.now();
    this.pace.shown(now);
    const moves = this.camera.update(Math.min(0.1, Math.max(0.001, (now - this.asked) / 1000)));
    if (this.held) return;
    const changes = moves || this.stale.picture;
    if (!changes && !this.pace.refines(now)) {
      if (this.pace.coarse) this.ask();
      return;
    }
    this.stale.picture = false;
    this.endWait();
    const part = this.pace.next(now, changes);
    this.drawWith(part);
    // What was drawn with fewer pixels is drawn with all of them, its shadow too.
    if (this.stale.shadow || !changes) {
      this.stale.shadow = false;
      this.layGround();
      this.ground.throwShadow(this.renderer, this.scene, part);
    }
    const pixels = this.renderer.domElement.height / this.camera.heightSeen();
    for (const each of this.all) each.seenAt(pixels);
    this.renderer.render(this.scene, this.camera.eye);
    const { projectionMatrix, matrixWorldInverse } = this.camera.eye;
    this.drawn(new Matrix4().multiplyMatrices(projectionMatrix, matrixWorldInverse).elements.join(' '));
    if (this.leaving.length === 0) {
      this.gone();
      this.gone = NOTHING;
    }
    // It may go on moving by itself; and how long this one takes is known when the next one can be drawn.
    this.ask();
  };

  /** Draws with a part of the pixels along a side. Ink is as wide on the page as it is with all of them. */
  private drawWith(part: number): void {
    const { renderer } = this;
    const ratio = part * finest();
    if (renderer.getPixelRatio() === ratio) return;
    renderer.setPixelRatio(ratio);
    renderer.domElement.toggleAttribute('data-coarse', part < 1);
  }

  private layGround(): void {
    // The ground lies still while a row travels over it.
    const box = this.bounds();
    if (!this.box.containsBox(box) || tooLarge(this.box, box)) this.box = roomOver(box);
    const size = this.box.getSize(new Vector3()).length();
    this.ground.lie(this.box, this.up, roundStep(400 / Math.max(size, 1e-6), 16));
  }

  private bounds(): Box3 {
    const box = new Box3();
    for (const each of [...this.all, ...this.leaving]) each.grow(box);
    box.translate(this.world.position);
    return box.isEmpty() ? new Box3(new Vector3(-100, -100, -20), new Vector3(100, 100, 20)) : box;
  }

  private casterAt(x: number, y: number): Raycaster {
    const { width, height } = this.sizes();
    const caster = new Raycaster();
    caster.setFromCamera(new Vector2((x / width) * 2 - 1, 1 - (y / height) * 2), this.camera.eye);
    // What stands here knows nothing of how far it has driven.
    caster.ray.origin.sub(this.world.position);
    return caster;
  }

  private sizes(): { width: number; height: number } {
    return {
      width: Math.max(1, this.element.clientWidth),
      height: Math.max(1, this.element.clientHeight),
    };
  }
}

/** Whether a box holds much more than it has to. */
function tooLarge(box: Box3, needed: Box3): boolean {
  return box.getSize(new Vector3()).length() > 1.3 * needed.getSize(new Vector3()).length();
}

/** A ring that is seen through whatever is before it. */
function spotRing(): LineLoop {
  const points = Array.from({ length: 48 }, (_, i) => {
    const angle = (i * Math.PI) / 24;
    return new Vector3(Math.cos(angle), Math.sin(angle), 0);
  });
  const ring = new LineLoop(
    new BufferGeometry().setFromPoints(points),
    new LineBasicMaterial({ color: THEME.accent, depthTest: false, transparent: true }),
  );
  ring.renderOrder = 2;
  ring.visible = false;
  return ring;
}

export const NO_WEBGL = 'This browser has no WebGL here, so solids cannot be shown.';

/** A stage within an element; null where the machine has no WebGL. */
export function stageIn(element: HTMLElement, drawn?: (eye: string) => void): SpaceStage | null {
  const canvas = document.createElement('canvas');
  const context = canvas.getContext('webgl2', { antialias: true, powerPreference: 'high-performance' });
  return context ? new SpaceStage(element, canvas, context, drawn) : null;
}
