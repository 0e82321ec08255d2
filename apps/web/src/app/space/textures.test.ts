import { Subject } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import type { PictureShelf } from '../shared/picture-shelf';
import { Textures } from './textures';

describe('pictures on bodies', () => {
  it('are there once they have come, each once, and that is told', () => {
    const arrived = new Subject<void>();
    const images = new Map<string, object>([['here', { width: 4 }]]);
    const shelf = {
      arrived$: arrived,
      get: (name: string) => images.get(name) ?? null,
    } as unknown as PictureShelf;
    const changed = vi.fn();
    const textures = new Textures(shelf, changed);
    const [here, late] = [textures.of('here'), textures.of('late')];
    expect(textures.of('late')).toBe(late);
    expect([here.image, here.version]).toEqual([{ width: 4 }, 1]);
    // What has not come is nothing yet.
    expect([late.image ?? null, late.version]).toEqual([null, 0]);
    images.set('late', { width: 8 });
    arrived.next();
    expect(late.image).toEqual({ width: 8 });
    expect(changed).toHaveBeenCalledTimes(1);
    arrived.next();
    expect(changed).toHaveBeenCalledTimes(1);
    textures.dispose();
    expect(arrived.observed).toBe(false);
  });
});
