import {
  AnimationMixer,
  Box3,
  Color,
  EdgesGeometry,
  LineBasicMaterial,
  LineSegments,
  LoopRepeat,
  Mesh,
  PerspectiveCamera,
  Vector3,
  WebGLRenderer,
  type BufferGeometry,
  type Material,
  type MeshStandardMaterial,
  type Object3D,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { GLTFLoader } from 'three/examples/jsm/loaders/GLTFLoader.js';
import { eyeFor, FIELD } from '../app/space/eye-distance';
import { bodyMaterial } from '../app/space/ink';
import { newPaperScene } from '../app/space/paper-scene';
import { Playing } from './playing';
import { part } from './page';

/** What the page says of the loop. */
interface Told {
  readonly frames: number;
  readonly rate: number;
  /** From where it is looked at first, radians. */
  readonly turn: number;
  readonly tilt: number;
  readonly paper: string;
  readonly ink: string;
}

/** Sharp edges begin at this angle, degrees. */
const CREASE = 32;
/** Moments of the loop that are looked at to find what all of it takes up. */
const MOMENTS = 4;
/** Edges are drawn of meshes that have no more triangles than this. */
const MOST_EDGED = 60_000;

/** Shows solids that move in a page of its own: played, gone through frame by frame, turned. It loads nothing. */
async function view(): Promise<void> {
  const told = JSON.parse(part('told').textContent) as Told;
  const packed = part('solids').textContent;
  const bytes = Uint8Array.from(atob(packed.trim()), (sign) => sign.charCodeAt(0));
  const canvas = part<HTMLCanvasElement>('picture');
  const context = canvas.getContext('webgl2', { antialias: true });
  if (!context) {
    part('words').textContent = 'This browser has no WebGL here: solids cannot be shown.';
    return;
  }
  const renderer = new WebGLRenderer({ canvas, context });
  renderer.setPixelRatio(Math.min(2, devicePixelRatio));
  const { scene, world } = newPaperScene();
  scene.background = new Color(told.paper);
  const { scene: solids, animations } = await new GLTFLoader().parseAsync(bytes.buffer, '');
  const meshes: Mesh<BufferGeometry, MeshStandardMaterial>[] = [];
  solids.traverse((each) => {
    if (each instanceof Mesh) meshes.push(each);
  });
  paintAsDrawn(meshes);
  addEdges(meshes, told.ink);
  world.add(solids);

  const mixer = new AnimationMixer(solids);
  for (const clip of animations) mixer.clipAction(clip).setLoop(LoopRepeat, Infinity).play();
  const box = boundsOver(solids, mixer, told.frames / told.rate);
  const { camera, controls } = eyeOn(box, canvas, told);
  const resize = (): void => {
    const { clientWidth, clientHeight } = canvas;
    renderer.setSize(clientWidth, clientHeight, false);
    camera.aspect = clientWidth / Math.max(1, clientHeight);
    camera.updateProjectionMatrix();
    draw();
  };
  const draw = (): void => renderer.render(scene, camera);
  new ResizeObserver(resize).observe(canvas);
  controls.addEventListener('change', draw);
  const playing = new Playing(told.frames, told.rate, (seconds) => {
    mixer.setTime(seconds);
    draw();
  });
  canvas.addEventListener('dblclick', () => {
    controls.reset();
    draw();
  });
  resize();
  playing.begin();
}

/** All that it takes up in some moments of its loop. */
function boundsOver(solids: Object3D, mixer: AnimationMixer, seconds: number): Box3 {
  const box = new Box3();
  for (let n = 0; n < MOMENTS; n++) {
    mixer.setTime((seconds * n) / MOMENTS);
    solids.updateMatrixWorld(true);
    box.expandByObject(solids, true);
  }
  return box;
}

function eyeOn(
  box: Box3,
  canvas: HTMLCanvasElement,
  told: Told,
): { readonly camera: PerspectiveCamera; readonly controls: OrbitControls } {
  const aspect = canvas.clientWidth / Math.max(1, canvas.clientHeight);
  const { far, way } = eyeFor(box, new Vector3(0, 1, 0), told, aspect);
  const camera = new PerspectiveCamera(FIELD, aspect, far / 100, far * 50);
  const middle = box.getCenter(new Vector3());
  camera.position.copy(middle).addScaledVector(way, far);
  const controls = new OrbitControls(camera, canvas);
  controls.target.copy(middle);
  controls.minDistance = far * 0.03;
  controls.maxDistance = far * 8;
  controls.update();
  controls.saveState();
  return { camera, controls };
}

type Solid = Mesh<BufferGeometry, MeshStandardMaterial>;

/** Bodies in the soft light of a workshop, as the view in space has them: a bare metal has nothing to mirror here. */
function paintAsDrawn(meshes: readonly Solid[]): void {
  const known = new Map<string, Material>();
  for (const mesh of meshes) {
    const { uuid, color, metalness: metal, roughness: rough, map } = mesh.material;
    let made = known.get(uuid);
    if (!made) {
      made = Object.assign(bodyMaterial({ colour: `#${color.getHexString()}`, metal, rough }), {
        ...{ map, flatShading: true },
      });
      known.set(uuid, made);
    }
    (mesh as Mesh).material = made;
  }
}

/** Sharp edges as lines of ink, each solid’s once; none of what changes its shape. */
function addEdges(meshes: readonly Solid[], ink: string): void {
  const look = new LineBasicMaterial({ color: ink, transparent: true, opacity: 0.6 });
  const known = new Map<string, EdgesGeometry>();
  for (const mesh of meshes) {
    const { geometry } = mesh;
    if (mesh.morphTargetInfluences || (geometry.index?.count ?? 0) / 3 > MOST_EDGED) continue;
    const edges = known.get(geometry.uuid) ?? new EdgesGeometry(geometry, CREASE);
    known.set(geometry.uuid, edges);
    mesh.add(new LineSegments(edges, look));
  }
}

void view();
