import { MATERIALS } from '@coin-relay/model';
import { DoubleSide, FrontSide, MeshLambertMaterial, ShaderLib, Texture, type Material } from 'three';
import { describe, expect, it } from 'vitest';
import { CutAway, shadeMaterial } from './cut-away';
import { bodyMaterial, glintOf, newInkSize, outlineMaterial, type Glint } from './ink';

const material = (id: string) => MATERIALS.find((each) => each.id === id)!;
const strength = ({ colour: { r, g, b } }: Glint): number => r + g + b;
/** The library’s own shader as a body of a material has it changed. */
function shaderOf(made: Material) {
  const shader = { ...ShaderLib.lambert, uniforms: {} as Record<string, { value: unknown }> };
  made.onBeforeCompile(shader as never, null as never);
  return shader;
}

describe('what a body is made of', () => {
  it('what is polished glints narrowly, what is dull hardly at all, metals in their own colour', () => {
    const [brass, iron, rubber, paper, enamel] = ['brass', 'iron', 'rubber', 'paper', 'red'].map((id) =>
      glintOf(material(id)),
    );
    expect(strength(brass)).toBeGreaterThan(strength(iron));
    expect(strength(iron)).toBeGreaterThan(strength(rubber));
    expect(strength(paper)).toBe(0);
    expect(brass.power).toBeGreaterThan(iron.power);
    expect(rubber.power).toBeLessThan(2);
    expect(brass.colour.b / brass.colour.r).toBeLessThan(0.5);
    expect(enamel.colour.b / enamel.colour.r).toBeCloseTo(1, 6);
  });

  it('has its colour, and its glint in the shader of the library', () => {
    const made = bodyMaterial(material('brass'));
    expect(made instanceof MeshLambertMaterial && made.color.getHexString()).toBe('c9a35c');
    const { fragmentShader, uniforms } = shaderOf(made);
    expect(fragmentShader).toContain('totalEmissiveRadiance += glint.rgb');
    expect(uniforms['glint'].value).toMatchObject({ w: glintOf(material('brass')).power });
    expect(fragmentShader).not.toContain('picture');
  });

  it('with a picture asks for it where that lies, and has another program than one without', () => {
    const texture = new Texture();
    const made = bodyMaterial(MATERIALS[0], { texture, x: -2, y: 3, width: 10, height: 5 });
    const { fragmentShader, vertexShader, uniforms } = shaderOf(made);
    expect(uniforms['picture'].value).toBe(texture);
    expect(uniforms['pictureBox'].value).toMatchObject({ x: -2, y: 3, z: 10, w: 5 });
    expect(fragmentShader).toContain('texture2D(picture');
    expect(vertexShader).toContain('ownPlace = ');
    expect(made.customProgramCacheKey()).not.toBe(bodyMaterial(MATERIALS[0]).customProgramCacheKey());
    // On what bends it lies where that was before.
    const bent = bodyMaterial(MATERIALS[0], { texture, x: -2, y: 3, width: 10, height: 5, bent: true });
    expect(vertexShader).toContain('ownPlace = vec3(position.xy, normal.z);');
    expect(shaderOf(bent).vertexShader).toMatch(/attribute vec3 made;[^]*ownPlace = made;/);
    expect(bent.customProgramCacheKey()).not.toBe(made.customProgramCacheKey());
  });

  it('of what a boundary may cut every point is looked at, its inside is hatched, and its ink is cut with it', () => {
    const area = Float64Array.of(0, 0, 10, 0, 10, 10, 0, 10);
    const cut = new CutAway({ area, keep: 'inside', how: 'cut' });
    expect([cut.isKept(5, 5), cut.isKept(11, 5)]).toEqual([true, false]);
    const made = bodyMaterial(MATERIALS[0], null, cut);
    const { fragmentShader, uniforms } = shaderOf(made);
    expect(made.side).toBe(DoubleSide);
    expect(fragmentShader.match(/void main\(\) \{/g)).toHaveLength(1);
    expect(fragmentShader).toContain('if (kept < 0.0) discard;');
    expect(fragmentShader.indexOf('if (!gl_FrontFacing)')).toBeGreaterThan(fragmentShader.indexOf('discard'));
    expect(made.customProgramCacheKey()).not.toBe(bodyMaterial(MATERIALS[0]).customProgramCacheKey());
    for (const of of [uniforms, outlineMaterial(newInkSize(), cut).uniforms])
      expect(of['keepsInside'].value).toBe(true);
    // What throws its shadow is not taken for something else.
    expect(shadeMaterial(cut).allowOverride).toBe(false);
    expect(bodyMaterial(MATERIALS[0]).side).toBe(FrontSide);
  });
});
