import type { Accessor, Buffer, Document, Material, Mesh as GlbMesh, Primitive } from '@gltf-transform/core';
import type { Mesh } from '@coin-relay/core/solid';
import type { Material as OfJob } from '@coin-relay/model';
import type { PlacedPicture, SceneSolid, SolidBodyOf } from '@coin-relay/scene/solid';
import { linear } from '../solid-out/glb';
import type { BakedPicture, BakePicture } from './baked-picture';
import { eachOnce, numbersOf, partsByPicture } from './picture-parts';
import { partedByPicture } from './picture-spots';

/** Bodies and what they are made of, in one glTF document: each material and each picture once. */
export class GlbBodies {
  readonly buffer: Buffer;
  private readonly materials = new Map<string, Material>();
  private readonly baked = new Map<string, BakedPicture | null>();

  /** @param bake paints a picture over a colour; null where none can be painted here */
  constructor(
    private readonly document: Document,
    private readonly bake: BakePicture | null,
  ) {
    this.buffer = document.createBuffer();
  }

  accessor(type: 'VEC2' | 'VEC3' | 'VEC4' | 'SCALAR', array: Float32Array | Uint32Array): Accessor {
    return this.document.createAccessor().setType(type).setArray(array).setBuffer(this.buffer);
  }

  /** A solid as a mesh. Without normals readers shade each triangle flat, as the edges of machined bodies are. */
  async mesh({ name, bodies }: SceneSolid): Promise<GlbMesh> {
    const made = this.document.createMesh(name);
    for (const body of bodies) {
      const { mesh, material, picture, along } = body;
      const baked = picture && !along ? await this.bakedOf(picture, material) : null;
      if (picture && baked) {
        const { on, off, spots } = partedByPicture(mesh, picture, baked.border);
        if (off.triangles.length > 0) made.addPrimitive(this.primitive(off, this.look(material)));
        if (on.triangles.length === 0) continue;
        made.addPrimitive(
          this.primitive(on, this.pictured(picture, material, baked)).setAttribute(
            'TEXCOORD_0',
            this.accessor('VEC2', spots),
          ),
        );
      } else for (const { primitive } of await this.parts(body)) made.addPrimitive(primitive);
    }
    return made;
  }

  /**
   * A body in parts, so that what its picture lies on has corners of its own.
   * @param positions of its corners, where they are others than those it has
   * @returns each part with what tells numbers of its corners from those of the body, three each
   */
  async parts(
    body: SolidBodyOf,
    positions: Mesh['positions'] | Float32Array = body.mesh.positions,
  ): Promise<{ readonly primitive: Primitive; readonly of: (values: ArrayLike<number>) => Float32Array }[]> {
    const { mesh, material, picture } = body;
    const whole = (values: ArrayLike<number>): Float32Array => Float32Array.from(values);
    const baked = picture ? await this.bakedOf(picture, material) : null;
    if (!picture || !baked)
      return [
        {
          primitive: this.primitive({ positions, triangles: mesh.triangles }, this.look(material)),
          of: whole,
        },
      ];
    const { off, on, spots } = partsByPicture(body, picture, baked.border);
    const onPicture = (values: ArrayLike<number>): Float32Array => numbersOf(values, on);
    const own = { positions: onPicture(positions), triangles: eachOnce(on.length) };
    return [
      ...(off.length > 0
        ? [{ primitive: this.primitive({ positions, triangles: off }, this.look(material)), of: whole }]
        : []),
      ...(on.length > 0
        ? [
            {
              primitive: this.primitive(own, this.pictured(picture, material, baked)).setAttribute(
                'TEXCOORD_0',
                this.accessor('VEC2', spots),
              ),
              of: onPicture,
            },
          ]
        : []),
    ];
  }

  primitive(
    {
      positions,
      triangles,
    }: { readonly positions: ArrayLike<number>; readonly triangles: Mesh['triangles'] },
    look: Material,
  ): Primitive {
    return this.document
      .createPrimitive()
      .setAttribute('POSITION', this.accessor('VEC3', Float32Array.from(positions)))
      .setIndices(this.accessor('SCALAR', triangles.slice()))
      .setMaterial(look);
  }

  /** What a body is made of. */
  look({ id, name, colour, metal, rough }: OfJob): Material {
    return this.known(id, () =>
      this.document
        .createMaterial(name)
        .setBaseColorFactor([...linear(colour), 1])
        .setMetallicFactor(metal)
        .setRoughnessFactor(rough),
    );
  }

  /** What lines are drawn in: it shines by itself, so that it is as dark in every light. */
  ink(name: string, colour: string): Material {
    return this.known(`ink ${name}`, () =>
      this.document
        .createMaterial(name)
        .setBaseColorFactor([0, 0, 0, 1])
        .setEmissiveFactor(linear(colour))
        .setMetallicFactor(0)
        .setRoughnessFactor(1),
    );
  }

  private pictured({ picture }: PlacedPicture, of: OfJob, { png }: BakedPicture): Material {
    return this.known(`${of.id} ${picture}`, () => {
      const texture = this.document.createTexture(picture).setImage(png).setMimeType('image/png');
      const made = this.document
        .createMaterial(`${of.name}, with a picture`)
        .setBaseColorTexture(texture)
        .setMetallicFactor(of.metal)
        .setRoughnessFactor(of.rough);
      // Beyond the picture the colour of its border goes on.
      made.getBaseColorTextureInfo()?.setWrapS(CLAMPED).setWrapT(CLAMPED);
      return made;
    });
  }

  private known(key: string, make: () => Material): Material {
    const known = this.materials.get(key) ?? make();
    this.materials.set(key, known);
    return known;
  }

  private async bakedOf(picture: PlacedPicture, { colour }: OfJob): Promise<BakedPicture | null> {
    const key = `${picture.picture} ${colour}`;
    const known = this.baked.get(key);
    if (known !== undefined || !this.bake) return known ?? null;
    const made = await this.bake(picture, colour);
    this.baked.set(key, made);
    return made;
  }
}

/** glTF 2.0, 5.26: what wraps at the edge. */
const CLAMPED = 33_071;
