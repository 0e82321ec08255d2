import { MATERIALS } from '@coin-relay/model';
import { MeshLambertMaterial, ShaderLib, Texture, type Material } from 'three';
import { describe, expect, it } from 'vitest';
import { bodyMaterial, glintOf, type Glint } from './ink';

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
  });
});
