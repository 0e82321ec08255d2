import type { Boundary } from '@coin-relay/model';
import { isOnKeptSide } from '@coin-relay/scene';
import { boundaryCells, EDGE_NUMBERS } from '@coin-relay/scene/solid';
import {
  Color,
  DataTexture,
  DoubleSide,
  FloatType,
  MeshBasicMaterial,
  RGBAFormat,
  type IUniform,
  type Material,
  Vector2,
  Vector3,
} from 'three';
import { THEME } from '../shared/theme';

/** Edges of a boundary in one line of the texture that they are handed over in. */
const LINE = 1024;
/** What is cut is hatched: one line every so many px. */
const HATCH = 7;
/** How much of the paper there is in what is cut. */
const PALE = 0.45;

/** What of a row a boundary cuts away, wherever the row is: the boundary goes straight through it in depth. */
export class CutAway {
  readonly uniforms: Readonly<Record<string, IUniform>>;
  private readonly textures: readonly DataTexture[];

  constructor(private readonly boundary: Boundary) {
    const { x, y, size, columns, rows, cells, edges } = boundaryCells(boundary.area);
    const lines = Math.max(1, Math.ceil(edges.length / EDGE_NUMBERS / LINE));
    const padded = new Float32Array(EDGE_NUMBERS * LINE * lines);
    padded.set(edges);
    this.textures = [numbers(cells, columns, rows), numbers(padded, LINE, lines)];
    this.uniforms = {
      cutCells: { value: this.textures[0] },
      cutEdges: { value: this.textures[1] },
      cutGrid: { value: new Vector3(x, y, size) },
      cutSize: { value: new Vector2(columns, rows) },
      keepsInside: { value: boundary.keep === 'inside' },
      cutInk: { value: new Color(THEME.ink) },
      cutPaper: { value: new Color(THEME.paper) },
    };
  }

  /** Is there still something of the row at a point of its plane? */
  isKept(x: number, y: number): boolean {
    return isOnKeptSide(this.boundary, x, y);
  }

  dispose(): void {
    for (const texture of this.textures) texture.dispose();
  }
}

function numbers(data: Float32Array, width: number, height: number): DataTexture {
  const made = new DataTexture(data, width, height, RGBAFormat, FloatType);
  made.needsUpdate = true;
  return made;
}

/** Copies of a body that a boundary may cut. */
export interface CutCopies {
  readonly cut: CutAway;
  /** For each copy 1 where it is so near the boundary that it has to be looked at, point by point; 0 else. */
  readonly near: Float32Array;
}

interface Shader {
  vertexShader: string;
  fragmentShader: string;
  uniforms: Record<string, IUniform>;
}

/** How the corners of what is drawn come to the plane of their row. */
const ON_ROW = {
  /** By the matrix of each copy, as the library has it; as they are where there are no copies. */
  body: `
    #ifdef USE_INSTANCING
      onRow = (instanceMatrix * vec4(position, 1.0)).xy;
    #else
      onRow = position.xy;
    #endif`,
  /** By the matrix of each copy, as lines of ink have it. */
  ink: 'onRow = (place * vec4(position, 1.0)).xy;',
};

/**
 * Leaves out what a boundary cuts away: every point of what is drawn is looked at, so that what is cut is exact as
 * near as it is seen, and in every frame. A point is on the side of the place of its cell that is known, or on the
 * other where an odd number of edges lies between them.
 */
export function addCut(shader: Shader, { uniforms }: CutAway, on: keyof typeof ON_ROW): void {
  Object.assign(shader.uniforms, uniforms);
  shader.vertexShader = shader.vertexShader.replace(
    'void main() {',
    `attribute float near;
    varying float isNear;
    varying vec2 onRow;
    void main() {
      isNear = near;
      ${ON_ROW[on]}`,
  );
  shader.fragmentShader = shader.fragmentShader.replace(
    'void main() {',
    `uniform highp sampler2D cutCells;
    uniform highp sampler2D cutEdges;
    uniform highp vec3 cutGrid;
    uniform vec2 cutSize;
    uniform bool keepsInside;
    varying float isNear;
    varying highp vec2 onRow;
    bool leftOf(vec2 way, vec2 p) { return way.x * p.y - way.y * p.x >= 0.0; }
    float keptBy(vec2 p) {
      vec2 cell = floor((p - cutGrid.xy) / cutGrid.z);
      // No edge that is nearer is missing from the cell of a point.
      float nearest = 0.12 * cutGrid.z * cutGrid.z;
      bool inside = false;
      if (cell.x >= 0.0 && cell.y >= 0.0 && cell.x < cutSize.x && cell.y < cutSize.y) {
        vec4 known = texelFetch(cutCells, ivec2(cell), 0);
        int first = int(known.x);
        int many = int(known.y);
        inside = fract(known.y) > 0.25;
        vec2 way = known.zw - p;
        for (int i = first; i < first + many; i++) {
          vec4 ends = texelFetch(cutEdges, ivec2(i % ${LINE}, i / ${LINE}), 0);
          vec2 a = ends.xy - p;
          vec2 b = ends.zw - p;
          vec2 edge = ends.zw - ends.xy;
          vec2 off = a - edge * clamp(dot(a, edge) / max(dot(edge, edge), 1e-20), 0.0, 1.0);
          nearest = min(nearest, dot(off, off));
          if (leftOf(way, a) != leftOf(way, b) && leftOf(edge, -a) != leftOf(edge, way - a)) inside = !inside;
        }
      }
      return (inside == keepsInside ? 1.0 : -1.0) * sqrt(nearest);
    }
    void main() {
      float kept = isNear > 0.5 ? keptBy(onRow) : 1e9;
      float keptFine = fwidth(kept);
      if (kept < 0.0) discard;`,
  );
}

/**
 * What is seen through the cut is the inside of a body, as far behind as that is: it is hatched flat, so that the body
 * looks filled, and has a line of ink along the boundary.
 */
export function addSection(shader: Shader): void {
  shader.fragmentShader = shader.fragmentShader
    .replace(
      'void main() {',
      `uniform vec3 cutInk;
      uniform vec3 cutPaper;
      void main() {`,
    )
    .replace(
      '#include <opaque_fragment>',
      `#include <opaque_fragment>
      if (!gl_FrontFacing) {
        float stroke = abs(fract((gl_FragCoord.x + gl_FragCoord.y) / ${HATCH.toFixed(1)}) - 0.5) * ${HATCH.toFixed(1)};
        gl_FragColor.rgb = mix(mix(diffuse, cutPaper, ${PALE.toFixed(2)}), cutInk, 0.55 * (1.0 - smoothstep(0.2, 0.9, stroke)));
      }
      gl_FragColor.rgb = mix(cutInk, gl_FragColor.rgb, smoothstep(0.5, 1.5, kept / max(keptFine, 1e-9)));`,
    );
}

/** What bodies that are cut throw a shadow with, which the shadow of all others would not leave out. */
export function shadeMaterial(cut: CutAway): Material {
  const made = new MeshBasicMaterial({ color: '#ffffff', side: DoubleSide });
  made.allowOverride = false;
  made.onBeforeCompile = (shader): void => addCut(shader, cut, 'body');
  made.customProgramCacheKey = (): string => 'shade, cut';
  return made;
}
