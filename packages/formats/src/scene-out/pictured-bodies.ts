import type { Mesh } from '@coin-relay/core/solid';
import type { SolidBodyOf } from '@coin-relay/scene/solid';
import type { MeshPicture } from '../solid-out/named-mesh';
import type { MtlMaterial } from '../solid-out/obj';
import type { BakedPicture, BakePicture } from './baked-picture';
import { pictureCorners } from './picture-corners';

/** The pictures on bodies that are written with files beside them: each over the colour it lies on, once. */
export class PicturedBodies {
  readonly materials: MtlMaterial[] = [];
  readonly files: { readonly name: string; readonly content: Uint8Array<ArrayBuffer> }[] = [];
  private readonly known = new Map<string, { readonly name: string; readonly baked: BakedPicture } | null>();

  constructor(private readonly bake: BakePicture | null) {}

  /** The picture on a body that was placed; undefined where it has none, or it cannot be painted here. */
  async of(body: SolidBodyOf, placed: Mesh): Promise<MeshPicture | undefined> {
    const { picture } = body;
    const found = picture && (await this.painted(body));
    if (!picture || !found) return undefined;
    const corners = pictureCorners(body, picture, found.baked.border);
    return { material: found.name, corners: inOrderOf(placed, body.mesh, corners) };
  }

  private async painted({
    picture,
    material,
  }: SolidBodyOf): Promise<{ name: string; baked: BakedPicture } | null> {
    if (!picture || !this.bake) return null;
    const key = `${material.id} ${picture.picture}`;
    const known = this.known.get(key);
    if (known !== undefined) return known;
    const baked = await this.bake(picture, material.colour);
    const number = this.files.length + 1;
    const made = baked && { name: `${material.name}, picture ${number}`, baked };
    this.known.set(key, made);
    if (made) {
      const file = `picture-${number}.png`;
      this.files.push({ name: file, content: Uint8Array.from(made.baked.png) });
      this.materials.push({ ...material, name: made.name, picture: file });
    }
    return made;
  }
}

/** What is told of the corners of triangles, where a mirrored body names them the other way round. */
function inOrderOf(placed: Mesh, made: Mesh, corners: Float32Array): Float32Array {
  const out = new Float32Array(corners.length);
  for (let t = 0; t < made.triangles.length; t += 3)
    for (let i = t; i < t + 3; i++) {
      const from = [t, t + 1, t + 2].find((k) => made.triangles[k] === placed.triangles[i]) ?? i;
      out.set(corners.subarray(2 * from, 2 * from + 2), 2 * i);
    }
  return out;
}
