import { MATERIALS } from '@coin-relay/model';
import { MeshPhongMaterial, Texture } from 'three';
import { describe, expect, it } from 'vitest';
import { bodyMaterial } from './ink';

const phong = (id: string): MeshPhongMaterial => {
  const made = bodyMaterial(MATERIALS.find((material) => material.id === id)!);
  if (!(made instanceof MeshPhongMaterial)) throw new Error('another material');
  return made;
};
const glint = ({ specular: { r, g, b } }: MeshPhongMaterial): number => r + g + b;

describe('what a body is made of', () => {
  it('has its colour; what is polished glints narrowly, what is dull hardly at all', () => {
    const [brass, iron, rubber, paper] = ['brass', 'iron', 'rubber', 'paper'].map(phong);
    expect(brass.color.getHexString()).toBe('c9a35c');
    expect(glint(brass)).toBeGreaterThan(glint(iron));
    expect(glint(iron)).toBeGreaterThan(glint(rubber));
    expect(glint(paper)).toBe(0);
    expect(brass.shininess).toBeGreaterThan(iron.shininess);
    expect(rubber.shininess).toBeLessThan(2);
    // Metals glint in their own colour, enamel in that of the light.
    expect(brass.specular.b / brass.specular.r).toBeLessThan(0.5);
    const enamel = phong('red');
    expect(enamel.specular.b / enamel.specular.r).toBeCloseTo(1, 6);
  });

  it('with a picture asks for it where that lies, and has another program than one without', () => {
    const texture = new Texture();
    const laid = { texture, x: -2, y: 3, width: 10, height: 5 };
    const made = bodyMaterial(MATERIALS[0], laid);
    const shader = {
      uniforms: {} as Record<string, { value: unknown }>,
      vertexShader: '#include <common>\n#include <begin_vertex>',
      fragmentShader: '#include <common>\n#include <color_fragment>',
    };
    made.onBeforeCompile(shader as never, null as never);
    expect(shader.uniforms['picture'].value).toBe(texture);
    expect(shader.uniforms['pictureBox'].value).toMatchObject({ x: -2, y: 3, z: 10, w: 5 });
    expect(shader.fragmentShader).toContain('texture2D(picture');
    expect(made.customProgramCacheKey()).not.toBe(bodyMaterial(MATERIALS[0]).customProgramCacheKey());
  });
});
