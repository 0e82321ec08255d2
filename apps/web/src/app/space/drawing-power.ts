import {
  InstancedMesh,
  Matrix4,
  MeshLambertMaterial,
  OrthographicCamera,
  Scene,
  SphereGeometry,
  WebGLRenderTarget,
  type WebGLRenderer,
} from 'three';

/** Triangles of all that stands in space at the most, and as many as there may be on any machine. */
const MOST_TRIANGLES = 3_000_000;
export const LEAST_TRIANGLES = 300_000;
/** A picture that moves is to take no longer than this, s. */
const A_PICTURE = 0.6;
/** Copies that are drawn to see how fast this machine is. */
const TRIED = 32;

/** How many triangles may stand in space, by how many of them were drawn in so many seconds. */
export const trianglesFor = (drawn: number, seconds: number): number =>
  Math.min(MOST_TRIANGLES, Math.max(LEAST_TRIANGLES, (drawn / Math.max(seconds, 1e-4)) * A_PICTURE));

let known: number | null = null;

/**
 * How many triangles may stand in space on this machine: some are drawn out of sight, and waited for. Tried once for
 * the application.
 */
export const trianglesHere = (renderer: WebGLRenderer): number => (known ??= tried(renderer));

function tried(renderer: WebGLRenderer): number {
  const [ball, light] = [new SphereGeometry(1, 32, 12), new MeshLambertMaterial()];
  const copies = new InstancedMesh(ball, light, TRIED);
  for (let i = 0; i < TRIED; i++) copies.setMatrixAt(i, new Matrix4());
  copies.frustumCulled = false;
  const scene = new Scene().add(copies);
  const target = new WebGLRenderTarget(16, 16);
  const eye = new OrthographicCamera(-1, 1, 1, -1, -2, 2);
  const pixel = new Uint8Array(4);
  const timed = (count: number): number => {
    copies.count = count;
    const start = performance.now();
    renderer.setRenderTarget(target);
    renderer.render(scene, eye);
    // Until it is read nothing has to be drawn.
    renderer.readRenderTargetPixels(target, 0, 0, 1, 1, pixel);
    renderer.setRenderTarget(null);
    return (performance.now() - start) / 1000;
  };
  // The first picture makes its programs too.
  timed(1);
  // Something else may have come in between: the better of two is what it can do.
  const seconds = Math.min(timed(TRIED), timed(TRIED));
  for (const each of [target, copies, ball, light]) each.dispose();
  return trianglesFor((TRIED * (ball.index?.count ?? 0)) / 3, seconds);
}
