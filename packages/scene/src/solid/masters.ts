import { newReading, pathReader } from '@coin-relay/core';
import { easeFor, extrude, ringsOf, splitAlong, sweep, type Mesh } from '@coin-relay/core/solid';
import { bandOf, type JobPiece } from '@coin-relay/model';
import { bandSection, pieceSolid, type KeptMeshes, type SolidPart } from '@coin-relay/model/solid';
import { rowCopies } from '../placing/copies';
import type { RowScene } from '../placing/scene';
import { wheelSolid, type WheelShape } from './wheel-solid';

/** A plate of a machine: an outline, how deep it lies, and what it is made of. */
export interface PlateShape {
  /** Path data, mm. */
  readonly d: string;
  readonly low: number;
  readonly high: number;
  readonly material: string;
}

/** The line of a band along its path: x and y of its stations in turn, with the unit vectors to its inside. */
export interface BandLine {
  readonly points: readonly number[];
  readonly inward: readonly number[];
  readonly closed: boolean;
}

/** What one solid is made from: plain values, so that the same is asked for with the same words. */
export type SolidRequest =
  | {
      readonly kind: 'piece';
      readonly piece: JobPiece;
      readonly span: number;
      readonly wire: number;
      /** Where it is to be bent: no edge is longer than this along it, mm. */
      readonly step?: number;
      /** With its stretch of the band that it is part of, where it stands by itself. */
      readonly whole?: true;
    }
  | { readonly kind: 'wheel'; readonly shape: WheelShape }
  | { readonly kind: 'band'; readonly piece: JobPiece; readonly lines: readonly BandLine[] }
  | { readonly kind: 'plates'; readonly plates: readonly PlateShape[] };

/** A solid as it was asked for: its bodies, and the material of its main part, which a finish replaces. */
export interface Master {
  readonly parts: readonly SolidPart[];
  readonly main: string;
}

/**
 * Makes what was asked for. Of pieces that are part of a band only what stands on it.
 * @param tolerance how far chords may stray from what is round, mm
 * @param kept bodies from files that pieces may name
 * @throws RelayError solid-invalid, solid-too-large
 */
export function makeMaster(request: SolidRequest, tolerance: number, kept?: KeptMeshes): Master {
  switch (request.kind) {
    case 'piece': {
      const { piece, span, wire, step, whole } = request;
      const { parts, main } = pieceSolid(piece, span, tolerance, wire, kept);
      const own = parts.filter(({ band }) => whole ?? !band);
      return {
        parts: own.map((part) =>
          step && !part.fine ? { ...part, mesh: splitAlong(part.mesh, step) } : part,
        ),
        main,
      };
    }
    case 'wheel':
      return { parts: wheelSolid(request.shape, tolerance), main: '' };
    case 'band': {
      const section = bandSection(request.piece);
      const material = bandOf(request.piece)?.material ?? 'rubber';
      const meshes = section ? request.lines.map((line) => bandMesh(line, section)) : [];
      return { parts: meshes.map((mesh) => ({ mesh, material })), main: material };
    }
    case 'plates':
      return {
        parts: request.plates.map(({ d, low, high, material }) => ({
          mesh: extrude(ringsOf(d, tolerance), low, high, easeFor((high - low) * 0.06, tolerance)),
          material,
        })),
        main: '',
      };
  }
}

function bandMesh({ points, inward, closed }: BandLine, section: Float64Array): Mesh {
  const n = points.length / 2;
  const line = { points: new Float64Array(3 * n), across: new Float64Array(3 * n), closed };
  for (let i = 0; i < n; i++) {
    line.points.set([points[2 * i], points[2 * i + 1], 0], 3 * i);
    line.across.set([inward[2 * i], inward[2 * i + 1], 0], 3 * i);
  }
  return sweep(line, () => section);
}

/** A bend is told by a station every so many radians, and never by fewer stations than this on all of a path. */
const BEND = 0.07;
const LEAST_STATIONS = 60;
const MOST_STATIONS = 4_000;

/** The lines of the band that a row is: one for each row that lies side by side; none where it is no band. */
export function bandLines(scene: RowScene): readonly BandLine[] {
  const { fit, side, setOut } = scene;
  const { path } = fit.layout;
  const { from, to, ring } = fit.window;
  const read = pathReader(path);
  const at = newReading();
  return rowCopies(setOut.setOut.rows).map((row): BandLine => {
    const [points, inward]: [number[], number[]] = [[], []];
    const station = (s: number): void => {
      read(s, at);
      points.push(at[0] - row * at[3], at[1] + row * at[2]);
      inward.push(-side * at[3], side * at[2]);
    };
    for (let s = from; s < to;) {
      station(s);
      const bend = BEND / Math.max(Math.abs(at[4]), 1e-9);
      s += Math.min(path.length / LEAST_STATIONS, Math.max(path.length / MOST_STATIONS, bend));
    }
    if (!ring) station(to);
    return { points, inward, closed: ring };
  });
}
