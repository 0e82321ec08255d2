import { measureMesh, bushing } from '@coin-relay/core/solid';
import { KeptSolidSchema, MATERIALS } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { keptSolid, materialFor } from './taken-solids';

describe('a body that is taken out of a file', () => {
  it('is of the material that its file names, where the job has it, else of one in turn', () => {
    expect(materialFor({ material: 'Steel' }, 0, MATERIALS)).toBe('steel');
    expect(materialFor({ material: MATERIALS[1].name }, 0, MATERIALS)).toBe(MATERIALS[1].id);
    const others = [0, 1].map((i) => materialFor({ material: 'Mat_07' }, i, MATERIALS));
    expect(new Set(others).size).toBe(2);
    for (const id of others) expect(MATERIALS.map((each) => each.id)).toContain(id);
    expect(materialFor({ material: null }, 0, MATERIALS)).toBe(others[0]);
  });

  it('is one that a document can have, however long the name of its file is', () => {
    const measures = measureMesh(bushing(0, 8, 6, 2, 0.05));
    const solid = keptSolid(
      { measures },
      'a'.repeat(64),
      'x'.repeat(300),
      [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0],
    );
    expect(KeptSolidSchema.parse(solid)).toEqual(solid);
  });
});
