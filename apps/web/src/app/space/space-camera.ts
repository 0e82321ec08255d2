import { SIDE_VIEWS, type Side, type Viewpoint } from '@coin-relay/scene';
import CameraControls from 'camera-controls';
import {
  Box3,
  Matrix4,
  OrthographicCamera,
  PerspectiveCamera,
  Quaternion,
  Raycaster,
  Sphere,
  Spherical,
  Vector2,
  Vector3,
  Vector4,
} from 'three';
import { eyeFor, FIELD, ROOM } from './eye-distance';

CameraControls.install({
  THREE: {
    Box3,
    Matrix4,
    OrthographicCamera,
    PerspectiveCamera,
    Quaternion,
    Raycaster,
    Sphere,
    Spherical,
    Vector2,
    Vector3,
    Vector4,
  },
});

/** One comes as near as this, of how far all of it is seen from: not into what stands there. */
const NEAREST = 0.03;

/** Where the solids are looked at from: turned, moved and brought nearer by the pointer, or sent to a side. */
export class SpaceCamera {
  private readonly perspective = new PerspectiveCamera(FIELD, 1, 1, 10_000);
  private readonly parallel = new OrthographicCamera(-1, 1, 1, -1, 1, 10_000);
  readonly controls: CameraControls;
  private size = { width: 1, height: 1 };

  constructor(element: HTMLElement, moved: () => void) {
    // It has to look from somewhere.
    for (const camera of [this.perspective, this.parallel]) camera.position.set(0, 0, 100);
    this.controls = new CameraControls(this.perspective, element);
    const { controls } = this;
    controls.smoothTime = 0.16;
    controls.draggingSmoothTime = 0.04;
    // A press across all of the picture turns it half round.
    controls.azimuthRotateSpeed = controls.polarRotateSpeed = 0.5;
    controls.dollyToCursor = true;
    controls.maxPolarAngle = Math.PI;
    for (const event of ['controlstart', 'control', 'transitionstart', 'update'] as const)
      controls.addEventListener(event, moved);
  }

  get eye(): PerspectiveCamera | OrthographicCamera {
    return this.controls.camera;
  }

  get isParallel(): boolean {
    return this.controls.camera === this.parallel;
  }

  resize(width: number, height: number): void {
    this.size = { width, height };
    this.perspective.aspect = width / height;
    this.perspective.updateProjectionMatrix();
    this.frameParallel();
  }

  /** Says what is up, and shows all of a box from a side. */
  setUp(up: Vector3): void {
    this.perspective.up.copy(up);
    this.parallel.up.copy(up);
    this.controls.updateCameraUp();
  }

  /** Looks from a side, at all of a box. */
  lookFrom(side: Side, box: Box3, smoothly: boolean): void {
    const { turn: around, tilt: up } = SIDE_VIEWS[side];
    const middle = box.getCenter(new Vector3());
    void this.controls.rotateTo(around, Math.PI / 2 - up, smoothly);
    void this.controls.moveTo(middle.x, middle.y, middle.z, smoothly);
    this.fit(box, around, up, smoothly);
  }

  /** Looks square onto something: along a direction, at a box. */
  lookAlong(way: Vector3, box: Box3, smoothly: boolean): void {
    const middle = box.getCenter(new Vector3());
    const far = this.distanceFor(box.getBoundingSphere(new Sphere()).radius);
    const eye = middle.clone().addScaledVector(way, far);
    void this.controls.setLookAt(eye.x, eye.y, eye.z, middle.x, middle.y, middle.z, smoothly);
    this.zoomParallel(box.getBoundingSphere(new Sphere()).radius * 2, smoothly);
  }

  /** Shows all of a box, seen as it is seen now. */
  showAll(box: Box3, smoothly: boolean): void {
    const middle = box.getCenter(new Vector3());
    void this.controls.moveTo(middle.x, middle.y, middle.z, smoothly);
    const { azimuthAngle, polarAngle } = this.controls;
    this.fit(box, azimuthAngle, Math.PI / 2 - polarAngle, smoothly);
  }

  /** Brings a place into the middle. */
  goTo(p: Vector3, smoothly: boolean): void {
    void this.controls.moveTo(p.x, p.y, p.z, smoothly);
  }

  zoom(factor: number, smoothly: boolean): void {
    if (this.isParallel) void this.controls.zoomTo(this.parallel.zoom * factor, smoothly);
    else void this.controls.dollyTo(this.controls.distance / factor, smoothly);
  }

  turn(around: number, up: number, smoothly: boolean): void {
    void this.controls.rotate(around, up, smoothly);
  }

  pan(right: number, down: number): void {
    void this.controls.truck(right, down, false);
  }

  /** Sees in parallel, or in perspective; what is in the middle stays as large as it is. */
  setParallel(parallel: boolean): void {
    if (parallel === this.isParallel) return;
    const { controls } = this;
    const high = this.heightSeen();
    const [position, target] = [controls.getPosition(new Vector3()), controls.getTarget(new Vector3())];
    controls.camera = parallel ? this.parallel : this.perspective;
    controls.updateCameraUp();
    const far = parallel ? controls.distance : high / (2 * Math.tan((FIELD * Math.PI) / 360));
    const way = position.sub(target).normalize().multiplyScalar(far);
    void controls.setLookAt(
      target.x + way.x,
      target.y + way.y,
      target.z + way.z,
      target.x,
      target.y,
      target.z,
      false,
    );
    if (parallel) {
      this.frameParallel();
      void controls.zoomTo((this.parallel.top - this.parallel.bottom) / high, false);
    }
  }

  /** From where it is looked. */
  get viewpoint(): Viewpoint {
    const { azimuthAngle, polarAngle } = this.controls;
    return { turn: azimuthAngle, tilt: Math.PI / 2 - polarAngle };
  }

  /** From where it is looked, in words of its own. */
  get kept(): string {
    return JSON.stringify({ parallel: this.isParallel, controls: this.controls.toJSON() });
  }

  /** Looks from where it was looked before. */
  restore(kept: string): void {
    const { parallel, controls } = JSON.parse(kept) as { parallel: boolean; controls: string };
    this.setParallel(parallel);
    this.controls.fromJSON(controls, false);
  }

  /** Goes on; says whether anything has changed. */
  update(seconds: number): boolean {
    const changed = this.controls.update(seconds);
    if (changed) this.nearAndFar();
    return changed;
  }

  dispose(): void {
    this.controls.dispose();
  }

  /** What of the world is seen at the middle from bottom to top, mm. */
  heightSeen(): number {
    if (this.isParallel) return (this.parallel.top - this.parallel.bottom) / this.parallel.zoom;
    return 2 * this.controls.distance * Math.tan((FIELD * Math.PI) / 360);
  }

  /** As near as a box seen from somewhere lets it be: its corners in the axes of the eye. */
  private fit(box: Box3, turn: number, tilt: number, smoothly: boolean): void {
    const { far, half } = eyeFor(box, this.eye.up, { turn, tilt }, this.size.width / this.size.height);
    this.controls.minDistance = far * NEAREST;
    void this.controls.dollyTo(Math.max(far, 1e-3), smoothly);
    this.zoomParallel(2 * half * ROOM, smoothly);
  }

  private distanceFor(radius: number): number {
    return (radius * ROOM) / Math.sin((FIELD * Math.PI) / 360);
  }

  private zoomParallel(high: number, smoothly: boolean): void {
    if (!this.isParallel) return;
    void this.controls.zoomTo((this.parallel.top - this.parallel.bottom) / Math.max(high, 1e-3), smoothly);
  }

  private frameParallel(): void {
    const { width, height } = this.size;
    const half = 100;
    this.parallel.top = half;
    this.parallel.bottom = -half;
    this.parallel.right = (half * width) / height;
    this.parallel.left = -this.parallel.right;
    this.parallel.updateProjectionMatrix();
  }

  /** Keeps what is near from being cut away, and what is far. */
  private nearAndFar(): void {
    const { distance } = this.controls;
    for (const camera of [this.perspective, this.parallel]) {
      camera.near = camera === this.parallel ? -distance * 50 : distance / 100;
      camera.far = distance * 50;
      camera.updateProjectionMatrix();
    }
  }
}
