import type { Material as OfJob } from '@coin-relay/model';
import { PICTURE_FACING } from '@coin-relay/scene/solid';
import {
  BackSide,
  Color,
  DoubleSide,
  FrontSide,
  MeshLambertMaterial,
  ShaderMaterial,
  Vector2,
  Vector3,
  Vector4,
  type Material,
  type Texture,
} from 'three';
import { THEME } from '../shared/theme';
import { addCut, addSection, type CutAway } from './cut-away';

/** Outlines of solids are so wide, and those of chosen ones, px. */
const OUTLINE = 1.1;
const CHOSEN_OUTLINE = 2.6;
/** Sharp edges begin at this size of their body, px, and are there in full from that; up to the one between they are too faint to be seen. */
const EDGES_BEGIN = 12;
export const EDGES_FROM = 16;
const EDGES_IN_FULL = 48;
const EDGE_STRENGTH = 0.62;

/** What every ink of a view shares: how large its picture is, px. */
export interface InkSize {
  readonly value: Vector2;
}
export const newInkSize = (): InkSize => ({ value: new Vector2(1, 1) });

/** What a body is made of: its colour, how bare a metal, how dull. */
export type BodyLook = Pick<OfJob, 'colour' | 'metal' | 'rough'>;

/** A picture on a body: where it lies in the axes of the piece, seen from in front, mm. */
export interface LaidPicture {
  readonly texture: Texture;
  /** Its upper left corner. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** Where it lies along a band, again and again. */
  readonly along?: PictureAlong;
  /** On what bends: corners tell by `made` where they were, and how far they looked to the front, before it was bent. */
  readonly bent?: true;
}

/** How a picture is repeated along a band. */
export interface PictureAlong {
  /** mm of path for a radian of what the corners tell. */
  readonly perRadian: number;
  /** How far from one to the next, as it is laid and as its piece is drawn, mm. */
  readonly pitch: number;
  readonly span: number;
  /** How far it has gone, mm: read anew for each picture. */
  readonly gone: { value: number };
}

/** How strong what glints is at the most: this is a drawing, not a mirror. */
const GLINT = 0.35;

/** What glints on a body: its colour, and how narrowly it does. */
export interface Glint {
  readonly colour: Color;
  readonly power: number;
}

/**
 * What is polished glints, metals in their own colour, what is dull hardly at all; how narrowly by how dull it is:
 * n = 2 / rough⁴ − 2, as of the microfacets of Blinn (1977).
 */
export function glintOf({ colour, metal, rough }: BodyLook): Glint {
  return {
    colour: new Color('#ffffff')
      .lerp(new Color(colour), metal)
      .multiplyScalar(GLINT * (1 - rough) * (0.4 + 0.6 * metal)),
    power: Math.min(120, Math.max(1, 2 / Math.max(rough, 0.1) ** 4 - 2)),
  };
}

/**
 * The body of solids: its material’s colour in the soft light of a workshop, with its glint. A copy may be tinted.
 * @param cut what is cut away of it, if anything can be
 */
export function bodyMaterial(
  look: BodyLook,
  laid: LaidPicture | null = null,
  cut: CutAway | null = null,
): Material {
  const made = new MeshLambertMaterial({
    color: new Color(look.colour),
    // Through the cut its inside is seen.
    side: cut ? DoubleSide : FrontSide,
    // Lines on a face lie before it.
    polygonOffset: true,
    polygonOffsetFactor: 1,
    polygonOffsetUnits: 1,
  });
  const glint = glintOf(look);
  made.onBeforeCompile = (shader): void => {
    addGlint(shader, glint);
    if (laid) (laid.along ? addAlong : addPicture)(shader, laid);
    if (!cut) return;
    addSection(shader);
    addCut(shader, cut, 'body');
  };
  made.customProgramCacheKey = (): string =>
    [
      'glints',
      ...(laid
        ? [laid.along ? 'with a picture along it' : laid.bent ? 'with a picture, bent' : 'with a picture']
        : []),
      ...(cut ? ['cut'] : []),
    ].join(', ');
  return made;
}

type Shader = Parameters<Material['onBeforeCompile']>[0];

/** Of the sun alone: a reflection of all lights would cost as much as all the rest. */
function addGlint(shader: Shader, { colour, power }: Glint): void {
  shader.uniforms['glint'] = { value: new Vector4(colour.r, colour.g, colour.b, power) };
  shader.fragmentShader = shader.fragmentShader
    .replace('#include <common>', 'uniform vec4 glint;\n#include <common>')
    .replace(
      '#include <lights_fragment_end>',
      `#include <lights_fragment_end>
      #if NUM_DIR_LIGHTS > 0
        vec3 halfway = normalize(normalize(vViewPosition) + directionalLights[0].direction);
        totalEmissiveRadiance += glint.rgb * pow(max(dot(normal, halfway), 0.0), glint.w);
      #endif`,
    );
}

/** A picture goes right through a body: it is on what looks to the front, and on what is in front where that is turned over. */
function addPicture(shader: Shader, { texture, x, y, width, height, bent }: LaidPicture): void {
  const [told, place] = bent ? ['attribute vec3 made;\n', 'made'] : ['', 'vec3(position.xy, normal.z)'];
  shader.uniforms['picture'] = { value: texture };
  shader.uniforms['pictureBox'] = { value: new Vector4(x, y, width, height) };
  shader.vertexShader = shader.vertexShader
    .replace('#include <common>', `${told}varying vec3 ownPlace;\n#include <common>`)
    .replace('#include <begin_vertex>', `ownPlace = ${place};\n#include <begin_vertex>`);
  shader.fragmentShader = shader.fragmentShader
    .replace(
      '#include <common>',
      'varying vec3 ownPlace;\nuniform sampler2D picture;\nuniform vec4 pictureBox;\n#include <common>',
    )
    .replace(
      '#include <color_fragment>',
      `#include <color_fragment>
      vec2 onPicture = vec2(ownPlace.x - pictureBox.x, ownPlace.y - pictureBox.y + pictureBox.w) / pictureBox.zw;
      if (abs(ownPlace.z) > ${PICTURE_FACING.toFixed(2)} && onPicture == clamp(onPicture, 0.0, 1.0)) {
        vec4 ofPicture = texture2D(picture, onPicture);
        diffuseColor.rgb = mix(diffuseColor.rgb, ofPicture.rgb, ofPicture.a);
      }`,
    );
}

/** A picture that is repeated along a band, on what of it looks up and down. */
function addAlong(shader: Shader, { texture, x, y, width, height, along }: LaidPicture): void {
  if (!along) return;
  const { perRadian, pitch, span, gone } = along;
  shader.uniforms['picture'] = { value: texture };
  shader.uniforms['pictureBox'] = { value: new Vector4(x, y, width, height) };
  shader.uniforms['pictureStep'] = { value: new Vector3(perRadian, pitch, span) };
  shader.uniforms['pictureGone'] = gone;
  shader.vertexShader = shader.vertexShader
    .replace('#include <common>', 'attribute vec4 spot;\nvarying vec4 onBand;\n#include <common>')
    .replace('#include <begin_vertex>', 'onBand = spot;\n#include <begin_vertex>');
  shader.fragmentShader = shader.fragmentShader
    .replace(
      '#include <common>',
      `varying vec4 onBand;
      uniform sampler2D picture;
      uniform vec4 pictureBox;
      uniform vec3 pictureStep;
      uniform float pictureGone;
      #include <common>`,
    )
    .replace(
      '#include <color_fragment>',
      `#include <color_fragment>
      float alongBand = atan(onBand.y, onBand.x) * pictureStep.x - pictureGone;
      float inRepeat = mod(alongBand, pictureStep.y) / pictureStep.y * pictureStep.z;
      vec2 onPicture = vec2(inRepeat - pictureBox.x, onBand.z - pictureBox.y + pictureBox.w) / pictureBox.zw;
      if (abs(onBand.w) > ${PICTURE_FACING.toFixed(2)} && onPicture == clamp(onPicture, 0.0, 1.0)) {
        vec4 ofPicture = texture2D(picture, onPicture);
        diffuseColor.rgb = mix(diffuseColor.rgb, ofPicture.rgb, ofPicture.a);
      }`,
    );
}

/**
 * The outline of solids: what is behind them is drawn again in ink, grown by as much as the line is wide. Each copy
 * says by its `chosen` whether it is one that is chosen.
 */
export function outlineMaterial(size: InkSize, cut: CutAway | null = null): ShaderMaterial {
  const made = new ShaderMaterial({
    side: BackSide,
    // Behind the inside of its body, which is seen through a cut.
    polygonOffset: cut !== null,
    polygonOffsetFactor: 2,
    polygonOffsetUnits: 4,
    uniforms: {
      size,
      ink: { value: new Color(THEME.ink) },
      accent: { value: new Color(THEME.accent) },
    },
    vertexShader: `
      attribute mat4 place;
      attribute float chosen;
      uniform vec2 size;
      varying float isChosen;
      void main() {
        vec4 at = projectionMatrix * (modelViewMatrix * (place * vec4(position, 1.0)));
        vec3 outward = normalMatrix * (mat3(place) * normal);
        vec2 way = (projectionMatrix * vec4(outward, 0.0)).xy * size;
        float far = length(way);
        float width = mix(${OUTLINE.toFixed(2)}, ${CHOSEN_OUTLINE.toFixed(2)}, chosen);
        if (far > 0.0) at.xy += way / far * (2.0 * width / size) * at.w;
        gl_Position = at;
        isChosen = chosen;
      }`,
    fragmentShader: `
      uniform vec3 ink;
      uniform vec3 accent;
      varying float isChosen;
      void main() {
        gl_FragColor = vec4(mix(ink, accent, isChosen), 1.0);
        #include <colorspace_fragment>
      }`,
  });
  if (cut) addCut(made, cut, 'ink');
  return made;
}

/** Sharp edges of solids as lines of ink, fainter where their body is small in the picture. */
export function edgeMaterial(size: InkSize, bodySize: number, cut: CutAway | null = null): ShaderMaterial {
  const made = new ShaderMaterial({
    transparent: true,
    depthWrite: false,
    uniforms: { size, bodySize: { value: bodySize }, ink: { value: new Color(THEME.ink) } },
    vertexShader: `
      attribute mat4 place;
      uniform vec2 size;
      uniform float bodySize;
      varying float strength;
      void main() {
        vec4 at = projectionMatrix * (modelViewMatrix * (place * vec4(position, 1.0)));
        float pixels = bodySize * projectionMatrix[1][1] * size.y * 0.5 / at.w;
        strength = smoothstep(${EDGES_BEGIN.toFixed(1)}, ${EDGES_IN_FULL.toFixed(1)}, pixels) * ${EDGE_STRENGTH.toFixed(2)};
        gl_Position = at;
      }`,
    fragmentShader: `
      uniform vec3 ink;
      varying float strength;
      void main() {
        if (strength < 0.02) discard;
        gl_FragColor = vec4(ink, strength);
        #include <colorspace_fragment>
      }`,
  });
  if (cut) addCut(made, cut, 'ink');
  return made;
}

/** Bodies smaller than this in the picture have no outline of their own, px. */
export const OUTLINES_FROM = 5;
