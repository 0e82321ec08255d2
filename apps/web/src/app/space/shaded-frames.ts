import { RelayError } from '@coin-relay/core';
import type { FrameSource, ShadedAsked } from '@coin-relay/formats';
import { bodyAt, moveRow, type Machine } from '@coin-relay/model';
import { roundStep, type Brush } from '@coin-relay/painting';
import { NEVER } from 'rxjs';
import { Box3, Color, PerspectiveCamera, Vector3, WebGLRenderer, type Group, type Scene } from 'three';
import { madeSolid, type MadeSolid } from '../engine/solid-tasks';
import { toleranceFor, type AskSolid } from './ask-solids';
import { eyeFor, FIELD } from './eye-distance';
import { Ground, roomOver } from './ground';
import { newInkSize } from './ink';
import { newPaperScene } from './paper-scene';
import { ALL_ROOM, type Means } from './row-means';
import type { Stands } from './space-stage';
import { depthsOf, facesFor, fittedRow, standOf, twinOver } from './stand-places';
import { StandingMachine } from './standing-machine';
import { StandingRow } from './standing-row';
import { Textures } from './textures';

/** Frames that are looked at to find what all of it takes up. */
const LOOKED_AT = 12;

/**
 * Solids in light and shadow, frame after frame, as the view in space shows them: for a thread without a page.
 * @returns null where there is no WebGL
 * @throws RelayError request-invalid for a picture that is larger than it paints
 */
export async function shadedFrames(machine: Machine, asked: ShadedAsked): Promise<FrameSource | null> {
  const { width, height } = asked.look;
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('webgl2', { antialias: true, alpha: true, preserveDrawingBuffer: true });
  if (!context) return null;
  if (context.drawingBufferWidth < width || context.drawingBufferHeight < height)
    throw new RelayError(
      'request-invalid',
      `Here solids are painted up to ${context.drawingBufferWidth} × ${context.drawingBufferHeight} px. Take a smaller picture, or take them in ink.`,
      { field: 'width' },
    );
  // Pictures on bodies have their first row at the bottom.
  const images = new Map<string, ImageBitmap>();
  for (const [name, image] of asked.pictures)
    images.set(name, await createImageBitmap(image as ImageBitmap, { imageOrientation: 'flipY' }));
  return new ShadedFrames(machine, asked, canvas, context, images);
}

class ShadedFrames implements FrameSource {
  private readonly renderer: WebGLRenderer;
  private readonly scene: Scene;
  private readonly world: Group;
  private readonly ground: Ground | null;
  private readonly ink = newInkSize();
  private readonly eye: PerspectiveCamera;
  private readonly up: Vector3;
  private readonly rows: readonly StandingRow[];
  private readonly between: StandingMachine | null;
  private readonly stands: readonly Stands[];
  private readonly textures: Textures;
  private readonly box: Box3;
  private readonly from: Vector3;
  private readonly every: number;

  constructor(
    private readonly machine: Machine,
    private readonly asked: ShadedAsked,
    private readonly canvas: OffscreenCanvas,
    context: WebGL2RenderingContext,
    images: ReadonlyMap<string, ImageBitmap>,
  ) {
    const { look, frames } = asked;
    this.renderer = new WebGLRenderer({ canvas, context, alpha: true });
    this.renderer.setSize(look.width, look.height, false);
    this.ink.value.set(look.width, look.height);
    this.textures = new Textures(
      { get: (name) => images.get(name) ?? null, arrived$: NEVER },
      () => undefined,
    );
    ({ scene: this.scene, world: this.world } = newPaperScene());
    if (look.paper !== null) this.scene.background = new Color(look.paper);
    this.ground = asked.ground && look.paper !== null ? new Ground(look.paper) : null;
    if (this.ground) this.scene.add(this.ground.mesh);
    const means: Means = {
      ink: this.ink,
      ask: asking(asked),
      textures: this.textures,
      changed: () => undefined,
    };
    ({ rows: this.rows, between: this.between } = standing(machine, asked, means));
    this.stands = [...this.rows, ...(this.between ? [this.between] : [])];
    for (const { group } of this.stands) this.world.add(group);
    this.up = machine.job.stands === 'lying' ? new Vector3(0, 0, 1) : new Vector3(0, 1, 0);
    const every = Math.max(1, Math.ceil(frames.length / LOOKED_AT));
    this.box = this.boundsOver(frames.filter((_, i) => i % every === 0));
    const { far, way } = eyeFor(this.box, this.up, asked.from, look.width / look.height);
    this.eye = new PerspectiveCamera(FIELD, look.width / look.height, far / 100, far * 50);
    this.eye.up.copy(this.up);
    // Straight from above what is up in the picture is what is away from who looks.
    if (Math.abs(way.dot(this.up)) > 0.9999) this.eye.up.set(0, this.up.z, -this.up.y);
    this.from = way.multiplyScalar(far);
    this.every = this.spacing();
  }

  paint(brush: Brush, frame: number): void {
    const { look } = this.asked;
    this.moveTo(frame);
    const at = this.drivenAt(frame);
    this.world.position.copy(at);
    const middle = this.box.getCenter(new Vector3()).add(at);
    this.eye.position.copy(middle).add(this.from);
    this.eye.lookAt(middle);
    this.eye.updateMatrixWorld();
    this.world.updateMatrixWorld(true);
    if (this.ground) {
      this.ground.lie(roomOver(this.box).translate(at), this.up, this.every);
      this.ground.throwShadow(this.renderer, this.scene);
    }
    const seen = 2 * this.from.length() * Math.tan((FIELD * Math.PI) / 360);
    for (const each of this.stands) each.seenAt(look.height / seen);
    this.renderer.setClearColor('#000000', 0);
    this.renderer.render(this.scene, this.eye);
    brush.setTransform(1, 0, 0, 1, 0, 0);
    brush.clearRect(0, 0, look.width, look.height);
    brush.drawImage(this.canvas as never, 0, 0, look.width, look.height);
  }

  dispose(): void {
    for (const each of [...this.rows, this.between, this.textures, this.ground]) each?.dispose();
    this.renderer.dispose();
    // A browser has few of them.
    this.renderer.forceContextLoss();
  }

  private moveTo(frame: number): void {
    for (const row of this.rows) moveRow(row, this.machine, row.row.run, frame);
    this.between?.moveTo(frame);
  }

  private boundsOver(frames: readonly number[]): Box3 {
    const box = new Box3();
    for (const frame of frames) {
      this.moveTo(frame);
      for (const each of this.stands) each.grow(box);
    }
    return box.isEmpty() ? new Box3(new Vector3(-100, -100, -20), new Vector3(100, 100, 20)) : box;
  }

  /** How far a machine that drives has gone: the eye goes along with it, and the ground passes by. */
  private drivenAt(frame: number): Vector3 {
    const body = bodyAt(this.machine, frame);
    return new Vector3(body?.dx ?? 0, body?.dy ?? 0, 0);
  }

  /** How far apart the rules of the ground are: so that they meet where the loop begins again. */
  private spacing(): number {
    const every = roundStep(400 / Math.max(this.box.getSize(new Vector3()).length(), 1e-6), 16);
    const driven = this.drivenAt(this.machine.frames).distanceTo(this.drivenAt(0));
    return driven > every ? driven / Math.round(driven / every) : every;
  }
}

/** Makes solids here and now, each once. */
function asking({ kept }: ShadedAsked): AskSolid {
  const known = new Map<string, MadeSolid>();
  return (request, size, _, made) => {
    const tolerance = toleranceFor(size);
    const key = `${tolerance} ${JSON.stringify(request)}`;
    const solid = known.get(key) ?? madeSolid(request, tolerance, kept);
    known.set(key, solid);
    made(solid);
  };
}

/** All that stands of a machine. */
function standing(
  machine: Machine,
  asked: ShadedAsked,
  means: Means,
): { readonly rows: readonly StandingRow[]; readonly between: StandingMachine | null } {
  const { job } = machine;
  const all = [...machine.rows.values()];
  const depths = depthsOf(job, all);
  const rows = all
    .filter(({ resolved: { run } }) => !asked.runs || asked.runs.includes(run.id))
    .flatMap((row) => {
      const fitted = fittedRow(row, machine);
      const stand = standOf(job, row.resolved.run, depths);
      const over = twinOver(row.setOut, stand.z);
      return [stand, ...(over ? [{ ...stand, over }] : [])].map((each) => {
        const made = new StandingRow(fitted, means, each, ALL_ROOM);
        made.wheels.turnings = machine.motions.get(fitted.run)?.turnings ?? row.fit.turnings;
        made.showOnly({ path: asked.path, wheels: asked.wheels });
        return made;
      });
    });
  const inDrawing = all.flatMap(({ resolved: { run } }) =>
    standOf(job, run, depths).plane ? [] : (depths.get(run.id) ?? []),
  );
  const faces = facesFor(machine, inDrawing);
  const { ink, ask, changed } = means;
  return { rows, between: asked.machine ? new StandingMachine(machine, faces, ink, ask, changed) : null };
}
