import { RelayError } from '@coin-relay/core';
import { joinMeshes, measureMesh, type SolidMeasures } from '@coin-relay/core/solid';
import { writeGlb, writeObj, writePlan, writeStl, type NamedMesh } from '@coin-relay/formats/solid';
import { readKept } from '@coin-relay/formats/solid-kept';
import { bandLines, colourOf, rowScene } from '@coin-relay/scene';
import { bandRequest, makeMaster } from '@coin-relay/scene/solid';
import {
  CATALOGUE,
  findEntry,
  fittedRows,
  MATERIALS,
  materialsOf,
  parseJob,
  type JobPiece,
  type Material,
} from '@coin-relay/model';
import { pieceSolid, SOLID_TOLERANCE, type KeptMeshes } from '@coin-relay/model/solid';

/** What a solid is asked of: a line of the catalogue (ENTRY, or ENTRY/PIECE where it has several), a piece of a job, or its band. */
export interface AskedSolid {
  readonly piece?: string | undefined;
  /** A row of the job that is a band, by its id: all of the band as it lies on its path. */
  readonly row?: string | undefined;
  /** The job it is a piece of; of the catalogue where there is none. */
  readonly job?: unknown;
  /** How far chords may stray from what is round, mm. */
  readonly tolerance?: number;
  /** A body that a piece names by its hash, binary STL in mm; null where it is not at hand. */
  readonly bodyOf?: (hash: string) => Uint8Array | null;
}

/** Finest and coarsest tolerance that solids are made with, mm. */
const TOLERANCES = { least: 0.0005, most: 10 } as const;

/** The files that solids are written as, by their endings; SVG is what they cover in plan. */
export const SOLID_FILES = ['stl', 'obj', 'glb', 'svg'] as const;
export type SolidFile = (typeof SOLID_FILES)[number];

/** The bodies of a piece or of a file, each with the colour of what it is made of. */
export interface MadeSolid {
  readonly name: string;
  readonly parts: readonly NamedMesh[];
}

/** A solid counted and weighed, all its bodies together. */
export const solidAnswer = ({ parts }: MadeSolid): SolidMeasures =>
  measureMesh(joinMeshes(parts.map(({ mesh }) => mesh)));

/** The same as a file. */
export async function solidFile({ name, parts }: MadeSolid, as: SolidFile): Promise<string | Uint8Array> {
  if (as === 'stl') return writeStl(joinMeshes(parts.map(({ mesh }) => mesh)), name);
  if (as === 'svg') return writePlan(parts, name);
  return as === 'obj' ? writeObj(parts, name) : writeGlb(parts, name);
}

/**
 * Makes the solid that is asked for.
 * @throws RelayError request-invalid, solid-invalid, solid-too-large, solid-file-invalid
 */
export function makeSolid(asked: AskedSolid): MadeSolid {
  const { piece: name, row, job, tolerance = SOLID_TOLERANCE, bodyOf = () => null } = asked;
  if (!(tolerance >= TOLERANCES.least && tolerance <= TOLERANCES.most)) {
    throw new RelayError(
      'request-invalid',
      `A solid is made to a tolerance from ${TOLERANCES.least} to ${TOLERANCES.most} mm.`,
      { field: 'tolerance' },
    );
  }
  if (row !== undefined) return bandOfRow(job, row, tolerance);
  if (name === undefined)
    throw new RelayError('request-invalid', 'Give the piece, or the row that is a band.', { field: 'piece' });
  const { piece, materials } = job === undefined ? ofCatalogue(name) : ofJob(job, name);
  const { parts } = pieceSolid(piece, piece.pitch, tolerance, 0, bodiesOf(piece, bodyOf));
  if (parts.length === 0) {
    throw new RelayError(
      'solid-invalid',
      `“${piece.name}” has no outline that is filled, so it has no body. Give one of its outlines a material.`,
    );
  }
  const { name: called } = piece;
  return {
    name: called,
    parts: parts.map(({ mesh, material }) => ({
      name: called,
      mesh,
      material,
      colour: colourOf(materials, material),
    })),
  };
}

/** The band that a row is, where it lies on its path. */
function bandOfRow(document: unknown, row: string, tolerance: number): MadeSolid {
  const job = parseJob(document);
  const run = job.runs.find(({ id }) => id === row);
  if (!run)
    throw new RelayError(
      'request-invalid',
      `There is no row “${row}”. There is ${job.runs.map(({ id }) => id).join(', ')}.`,
      { field: 'row' },
    );
  const [{ fit, setOut }] = fittedRows(job, [run]);
  const scene = rowScene(fit, setOut);
  const request = bandRequest(scene, bandLines(scene, tolerance));
  if (!request)
    throw new RelayError(
      'request-invalid',
      `The row “${run.name}” is no band. Its pieces are asked for one by one, all of it is exported as STL, OBJ or GLB.`,
      { field: 'row' },
    );
  const { parts } = makeMaster(request, tolerance);
  return {
    name: run.name,
    parts: parts.map(({ mesh, material: own }) => {
      const material = request.piece.finish?.material ?? own;
      return { name: run.name, mesh, material, colour: colourOf(setOut.materials, material) };
    }),
  };
}

/** The bodies from files that a piece is made of. */
function bodiesOf(piece: JobPiece, bodyOf: NonNullable<AskedSolid['bodyOf']>): KeptMeshes {
  const named = piece.family === 'own' ? piece.outline.flatMap(({ solid }) => solid ?? []) : [];
  const found = new Map(
    named.map(({ kept, file }) => {
      const bytes = bodyOf(kept);
      if (!bytes) {
        throw new RelayError(
          'solid-file-invalid',
          `The body of ${file} is not at hand: put ${kept}.stl beside the job, or name its folder with --solids. The server that keeps the job gives it at /api/solids/${kept}.`,
          { field: 'solids' },
        );
      }
      return [kept, readKept(bytes)];
    }),
  );
  return (hash) => found.get(hash);
}

interface FoundPiece {
  readonly piece: JobPiece;
  readonly materials: readonly Material[];
}

function ofCatalogue(name: string): FoundPiece {
  const [id, kind] = name.split('/');
  const entry = findEntry(id);
  if (!entry) {
    const near = CATALOGUE.filter((other) => other.id.includes(id) || other.family === id).slice(0, 5);
    throw new RelayError(
      'request-invalid',
      `There is nothing “${id}” in the catalogue. ${near.length > 0 ? `There is ${near.map((other) => other.id).join(', ')}.` : `Entries are called as ${CATALOGUE[0].id} is.`}`,
      { field: 'piece' },
    );
  }
  const { pieces } = entry.make();
  const piece = kind === undefined ? pieces[0] : pieces.find((each) => each.id === kind);
  if (!piece) throw noPiece(kind, pieces);
  return { piece, materials: MATERIALS };
}

function ofJob(document: unknown, name: string): FoundPiece {
  const job = parseJob(document);
  const piece = job.pieces.find(({ id }) => id === name);
  if (!piece) throw noPiece(name, job.pieces);
  return { piece, materials: materialsOf(job) };
}

const noPiece = (name: string, pieces: readonly JobPiece[]): RelayError =>
  new RelayError(
    'request-invalid',
    `There is no piece “${name}”. There is ${pieces.map(({ id }) => id).join(', ')}.`,
    { field: 'piece' },
  );
