import { RelayError, type Vec3 } from '@coin-relay/core';
import { TagReader, textOf, type Entity, type Tag } from './tags';

export interface Block {
  readonly base: Vec3;
  readonly entities: readonly Entity[];
}

/** What a DXF file holds of what is read here. */
export interface DxfFile {
  readonly header: ReadonlyMap<string, string>;
  /** Layers that are frozen or switched off. */
  readonly hidden: ReadonlySet<string>;
  readonly blocks: ReadonlyMap<string, Block>;
  readonly entities: readonly Entity[];
}

/**
 * Reads the sections of a DXF file.
 * @throws RelayError file-broken where it is cut short or not in groups
 */
export function readSections(text: string): DxfFile {
  const reader = new TagReader(text);
  const header = new Map<string, string>();
  const hidden = new Set<string>();
  const blocks = new Map<string, Block>();
  let entities: Entity[] = [];
  let ended = false;
  let hasSections = false;
  for (let tag = reader.peek(); tag; tag = reader.peek()) {
    if (tag.code === 0 && tag.value === 'EOF') {
      ended = true;
      break;
    }
    if (tag.code !== 0 || tag.value !== 'SECTION') {
      reader.take();
      continue;
    }
    hasSections = true;
    reader.take();
    const name = reader.peek();
    reader.take();
    if (name?.value === 'HEADER') readHeader(reader, header);
    else if (name?.value === 'TABLES') hideLayers(readEntities(reader), hidden);
    else if (name?.value === 'BLOCKS') fillBlocks(readEntities(reader), blocks);
    else if (name?.value === 'ENTITIES') entities = readEntities(reader);
  }
  if (!hasSections)
    throw new RelayError('file-broken', 'This is not a DXF file: it has no sections. Save it again as DXF.');
  if (!ended) {
    throw new RelayError(
      'file-broken',
      `The file ends at line ${reader.line} without its end mark: it was cut short. Save or copy it again.`,
      { offset: reader.line },
    );
  }
  return { header, hidden, blocks, entities };
}

function readHeader(reader: TagReader, header: Map<string, string>): void {
  let name = '';
  for (let tag = reader.peek(); tag && tag.code !== 0; tag = reader.peek()) {
    if (tag.code === 9) name = tag.value;
    else if (!header.has(name)) header.set(name, tag.value);
    reader.take();
  }
}

/** The entities up to the end of the section; vertices are put into their polylines. */
function readEntities(reader: TagReader): Entity[] {
  const entities: Entity[] = [];
  let owner: Entity[] | null = null;
  for (let tag = reader.peek(); tag; tag = reader.peek()) {
    if (tag.code === 0 && tag.value === 'ENDSEC') {
      reader.take();
      break;
    }
    if (tag.code === 0 && tag.value === 'EOF') break;
    if (tag.code !== 0) {
      reader.take();
      continue;
    }
    const kind = tag.value;
    const { line } = reader;
    reader.take();
    const tags: Tag[] = [];
    for (let next = reader.peek(); next && next.code !== 0; next = reader.peek()) {
      tags.push(next);
      reader.take();
    }
    const parts: Entity[] = [];
    const entity: Entity = { kind, tags, line, parts };
    if (kind === 'VERTEX' && owner) owner.push(entity);
    else if (kind === 'SEQEND') owner = null;
    else {
      entities.push(entity);
      owner = kind === 'POLYLINE' ? parts : null;
    }
  }
  return entities;
}

/** A layer with a negative colour is switched off, one whose flag 1 is set is frozen. */
function hideLayers(entries: readonly Entity[], hidden: Set<string>): void {
  for (const entry of entries) {
    if (entry.kind !== 'LAYER') continue;
    const frozen = (Number(textOf(entry, 70) ?? 0) & 1) !== 0;
    if (frozen || Number(textOf(entry, 62) ?? 7) < 0) hidden.add(textOf(entry, 2) ?? '');
  }
}

function fillBlocks(entities: readonly Entity[], blocks: Map<string, Block>): void {
  let name: string | null = null;
  let inside: Entity[] = [];
  for (const entity of entities) {
    if (entity.kind === 'BLOCK') {
      name = textOf(entity, 2) ?? '';
      inside = [];
      const [x, y, z] = [10, 20, 30].map((code) => Number(textOf(entity, code) ?? 0));
      const base = { x, y, z };
      blocks.set(name, { base, entities: inside });
    } else if (entity.kind === 'ENDBLK') {
      name = null;
    } else if (name !== null) {
      inside.push(entity);
    }
  }
}
