import {
  Color,
  DoubleSide,
  HalfFloatType,
  LinearFilter,
  Matrix3,
  Matrix4,
  Mesh,
  MeshBasicMaterial,
  OrthographicCamera,
  PlaneGeometry,
  Scene,
  ShaderMaterial,
  Vector2,
  Vector3,
  WebGLRenderTarget,
  type Box3,
  type WebGLRenderer,
} from 'three';
import { THEME } from '../shared/theme';
import { BODIES } from './solid-body';

/** The picture that the shadow is thrown on, px along each side, and how far it is softened there, px. */
const SHADOW_PIXELS = 512;
const SOFT = 3;
/** What of the light a shadow takes. */
const SHADE = 0.5;
/** The ground is seen so far from what stands on it, of its size. */
const REACH = 4;
/** The ground lies so far below what stands on it, of its size: what travels stays over it, and it need not move. */
const MARGIN = 0.03;
/** Room round what throws a shadow, of its size. */
const ROOM = 1.08;

/** A box of solids with the room that the ground leaves below them. */
export const roomOver = (box: Box3): Box3 =>
  box.clone().expandByScalar(box.getSize(new Vector3()).length() * MARGIN);

/**
 * The ground: paper with a faint grid that fades away, and on it the soft shadow of what stands over it. The shadow
 * is what the light sees of the solids, softened; it is drawn anew where they have moved.
 */
export class Ground {
  readonly mesh: Mesh;
  private readonly material: ShaderMaterial;
  private readonly targets = [target(), target()] as const;
  private readonly light = new OrthographicCamera();
  private readonly flat = new MeshBasicMaterial({ color: '#ffffff', side: DoubleSide });
  private readonly blur: ShaderMaterial;
  private readonly blurred = new Scene();
  private readonly whole = new OrthographicCamera(-1, 1, 1, -1, 0, 1);

  /** @param paper its colour */
  constructor(paper: string = THEME.paper) {
    this.material = new ShaderMaterial({
      transparent: true,
      depthWrite: false,
      uniforms: {
        shadow: { value: this.targets[0].texture },
        toShadow: { value: new Matrix4() },
        axes: { value: new Matrix3() },
        middle: { value: new Vector3() },
        reach: { value: 1 },
        every: { value: 10 },
        paper: { value: new Color(paper) },
        rule: { value: new Color(THEME.ruleStrong) },
        shade: { value: new Color('#a08c6c') },
      },
      vertexShader: `
        varying vec3 at;
        void main() {
          at = (modelMatrix * vec4(position, 1.0)).xyz;
          gl_Position = projectionMatrix * viewMatrix * vec4(at, 1.0);
        }`,
      fragmentShader: `
        uniform sampler2D shadow;
        uniform mat4 toShadow;
        uniform mat3 axes;
        uniform vec3 middle;
        uniform float reach;
        uniform float every;
        uniform vec3 paper;
        uniform vec3 rule;
        uniform vec3 shade;
        varying vec3 at;
        float lines(vec2 p, float apart) {
          vec2 g = p / apart;
          vec2 w = fwidth(g);
          vec2 off = abs(fract(g - 0.5) - 0.5) / max(w, vec2(1e-6));
          // Where lines would run together there are none.
          vec2 seen = 1.0 - smoothstep(0.12, 0.4, w);
          vec2 l = (1.0 - min(off, 1.0)) * seen;
          return max(l.x, l.y);
        }
        void main() {
          vec2 p = (axes * at).xy;
          float fade = 1.0 - smoothstep(0.25, 1.0, length(at - middle) / reach);
          float grid = max(lines(p, every) * 0.45, lines(p, every * 5.0) * 0.8) * fade;
          vec2 uv = (toShadow * vec4(at, 1.0)).xy * 0.5 + 0.5;
          vec2 within = step(vec2(0.0), uv) * step(uv, vec2(1.0));
          float dark = texture2D(shadow, uv).r * within.x * within.y * ${SHADE.toFixed(2)};
          gl_FragColor = vec4(mix(mix(paper, rule, grid), shade, dark), max(grid, dark) > 0.004 ? 1.0 : 0.0);
          #include <colorspace_fragment>
        }`,
    });
    this.mesh = new Mesh(new PlaneGeometry(1, 1), this.material);
    this.mesh.renderOrder = -1;
    this.blur = new ShaderMaterial({
      uniforms: { picture: { value: null }, way: { value: new Vector2() } },
      vertexShader:
        'varying vec2 at; void main() { at = uv; gl_Position = vec4(position.xy * 2.0, 0.0, 1.0); }',
      fragmentShader: `
        uniform sampler2D picture;
        uniform vec2 way;
        varying vec2 at;
        void main() {
          float sum = 0.0;
          for (int k = -4; k <= 4; k++) {
            float w = exp(-float(k * k) / 8.0) / 4.9;
            sum += w * texture2D(picture, at + way * float(k)).r;
          }
          gl_FragColor = vec4(vec3(sum), 1.0);
        }`,
    });
    this.blurred.add(new Mesh(new PlaneGeometry(1, 1), this.blur));
    this.light.layers.set(BODIES);
  }

  /** Lies under a box of solids, square to what is up there. */
  lie(box: Box3, up: Vector3, every: number): void {
    const { mesh, material, light } = this;
    const size = box.getSize(new Vector3()).length() || 1;
    const middle = box.getCenter(new Vector3());
    const floor = up.dot(
      new Vector3(up.x > 0 ? box.min.x : 0, up.y > 0 ? box.min.y : 0, up.z > 0 ? box.min.z : 0),
    );
    const foot = middle.clone().addScaledVector(up, floor - up.dot(middle));
    mesh.position.copy(foot);
    mesh.quaternion.setFromUnitVectors(new Vector3(0, 0, 1), up);
    mesh.scale.setScalar(size * REACH * 2);
    const right = new Vector3(1, 0, 0);
    const away = new Vector3().crossVectors(up, right);
    const u = material.uniforms;
    (u['axes'].value as Matrix3).set(right.x, right.y, right.z, away.x, away.y, away.z, up.x, up.y, up.z);
    u['middle'].value.copy(foot);
    u['reach'].value = size * REACH * 0.5;
    u['every'].value = every;
    // The light comes from over the shoulder of who looks from the front.
    const from = up.clone().addScaledVector(right, 0.22).addScaledVector(away, 0.3).normalize();
    light.up.copy(right);
    light.position.copy(middle).addScaledVector(from, size * 2);
    light.lookAt(middle);
    const half = (size / 2) * ROOM;
    light.left = light.bottom = -half;
    light.right = light.top = half;
    light.near = 0;
    light.far = size * 4;
    light.updateProjectionMatrix();
    light.updateMatrixWorld();
    (u['toShadow'].value as Matrix4).multiplyMatrices(light.projectionMatrix, light.matrixWorldInverse);
  }

  /**
   * Throws the shadow of what stands in a scene now.
   * @param part of the pixels along a side that it is drawn with
   */
  throwShadow(renderer: WebGLRenderer, scene: Scene, part = 1): void {
    const { targets, flat, blur } = this;
    for (const each of targets) each.setSize(SHADOW_PIXELS * part, SHADOW_PIXELS * part);
    const background = scene.background;
    scene.background = null;
    scene.overrideMaterial = flat;
    renderer.setClearColor('#000000', 1);
    renderer.setRenderTarget(targets[0]);
    renderer.clear();
    renderer.render(scene, this.light);
    scene.overrideMaterial = null;
    scene.background = background;
    const soften = (from: number, x: number, y: number): void => {
      blur.uniforms['picture'].value = targets[from].texture;
      (blur.uniforms['way'].value as Vector2).set(x, y).multiplyScalar(SOFT / 2 / SHADOW_PIXELS);
      renderer.setRenderTarget(targets[1 - from]);
      renderer.render(this.blurred, this.whole);
    };
    soften(0, 1, 0);
    soften(1, 0, 1);
    renderer.setRenderTarget(null);
  }

  dispose(): void {
    for (const each of [...this.targets, this.material, this.flat, this.blur, this.mesh.geometry])
      each.dispose();
  }
}

const target = (): WebGLRenderTarget =>
  new WebGLRenderTarget(SHADOW_PIXELS, SHADOW_PIXELS, {
    depthBuffer: true,
    minFilter: LinearFilter,
    magFilter: LinearFilter,
    type: HalfFloatType,
  });
