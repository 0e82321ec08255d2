import {
  bandLine,
  findCorners,
  flatPlaces,
  RelayError,
  riddenPlaces,
  ringsBox,
  SECTION_NUMBERS,
  STATION_NUMBERS,
  sectionOn,
  type BandLine,
  type ReadPlace,
  type SectionAt,
  type SectionStand,
} from '@coin-relay/core';
import { bandOf, PLAIN_SETTING, type Band, type JobPiece } from '@coin-relay/model';
import { rowCopies } from './copies';
import type { RowScene, ScenePiece } from './scene';

/** The band that a row is, as it is set on its path. */
export interface RowBand extends Band {
  readonly piece: ScenePiece;
}

/** The band of a row; null where it is none. */
export function rowBand({ pieces }: RowScene): RowBand | null {
  for (const piece of pieces) {
    const band = bandOf(piece.piece);
    if (band) return { ...band, piece };
  }
  return null;
}

/** Its section with the line that runs on the path at its zero point. */
export function bandRings(piece: JobPiece, tolerance: number): Float64Array[] {
  const { line } = piece.setting ?? PLAIN_SETTING;
  const rings = bandOf(piece)?.rings(tolerance) ?? [];
  return line === 0
    ? rings
    : rings.map((ring) => ring.map((value, i) => (i % 2 === 0 ? value - line : value)));
}

/** How far the edges of a band may stray where nothing else is said, of the size of its section. */
const STRAY = 1 / 1000;

/** How far the edges of a band may stray where it is looked at, mm. */
export function bandTolerance(piece: JobPiece): number {
  const [x0, y0, x1, y1] = ringsBox(bandRings(piece, Infinity));
  return Math.max(x1 - x0, y1 - y0) * STRAY;
}

/**
 * How the section of a band stands along the path of its row, as pieces that bend do.
 * @param row which of the rows side by side, as an offset to the left of the path, mm
 */
export const bandSectionAt = (scene: RowScene, band: RowBand, row: number): SectionAt =>
  sectionOn(placesOf(scene), bandStand(scene, band, row));

/** Rings of its section at a place of its path as they lie to the left of the path and above it, mm. */
export function bandAcross(scene: RowScene, band: RowBand, s: number, tolerance: number): Float64Array[] {
  const rings = bandRings(band.piece.piece, tolerance);
  const at = new Float64Array(SECTION_NUMBERS);
  return rowCopies(scene.setOut.setOut.rows).flatMap((row) => {
    sectionOn(straight, bandStand(scene, band, row))(s, at);
    return rings.map((ring) =>
      ring.map((_, i) => {
        const [x, y] = [ring[i - (i % 2)], ring[i - (i % 2) + 1]];
        const c = i % 2 === 0 ? 1 : 2;
        return at[c] + x * at[3 + c] + y * at[6 + c];
      }),
    );
  });
}

/** Along x, up along z: what is left of a path is y. */
const straight: ReadPlace = (s, out) => out.set([s, 0, 0, 1, 0, 0, 0, 0, 1]);

function bandStand(scene: RowScene, { piece: { setting } }: RowBand, row: number): SectionStand {
  const { side, shaping, stand } = scene;
  const own = setting.flip ? -side : side;
  return {
    side: own === 1 ? 1 : -1,
    beside: row + (stand?.across ?? 0) - side * setting.out,
    above: stand ? stand.lift + (setting.lift ?? 0) : 0,
    roll:
      stand && (stand.roll !== 0 || stand.twist !== 0)
        ? (s) => stand.roll + (s / stand.ride.length) * stand.twist
        : null,
    size: setting.scale,
    shaping,
  };
}

/** The places that the band of a row is carried along: of a path that moves those of the same parts of its length. */
export function placesOf({ fit, stand, laid }: RowScene): ReadPlace {
  const { path } = fit.layout;
  if (!stand) return flatPlaces(path);
  const read = riddenPlaces(stand.ride);
  const longer = laid?.rides ? stand.ride.length / path.length : 1;
  return (s, out) => {
    read(s * longer, out);
  };
}

/**
 * The lines of the band that a row is: one for each row that lies side by side; none where it is no band.
 * @param tolerance how far its edges may stray from their curves, mm
 * @param also arc lengths where it has to have a section, mm
 * @throws RelayError band-invalid
 */
export function bandLines(
  scene: RowScene,
  tolerance: number,
  also: readonly number[] = [],
): readonly BandLine[] {
  const band = rowBand(scene);
  if (!band) return [];
  const { fit, setOut } = scene;
  const { from, to, ring } = fit.window;
  const { path } = fit.layout;
  const box = ringsBox(bandRings(band.piece.piece, tolerance));
  const lap = (s: number): number =>
    path.closed ? s - path.length * Math.floor((s - from) / path.length) : s;
  return rowCopies(setOut.setOut.rows).map((row) =>
    bandLine(bandSectionAt(scene, band, row), {
      ...{ from, to, closed: ring, box, tolerance },
      corners: findCorners(path).map(({ s }) => lap(s)),
      stations: [...(setOut.shaping?.stations ?? []).map(({ s }) => s), ...also].map(lap),
    }),
  );
}

/** A band too long to be shown so finely is shown by so much coarser. */
const COARSER = 16;

/** The same as fine as it is looked at; of a band so long that these would be too many, coarser ones. */
export function shownBandLines(scene: RowScene): readonly BandLine[] {
  const band = rowBand(scene);
  return band ? asFineAsCanBe(scene, bandTolerance(band.piece.piece)) : [];
}

function asFineAsCanBe(scene: RowScene, tolerance: number): readonly BandLine[] {
  try {
    return bandLines(scene, tolerance);
  } catch (error) {
    if (!(error instanceof RelayError) || error.code !== 'band-invalid') throw error;
    return asFineAsCanBe(scene, tolerance * COARSER);
  }
}

/** The sections of a line of a band where its path is now: as many as there were, at the same places of it. */
export function carriedFrames(
  scene: RowScene,
  band: RowBand,
  row: number,
  places: Float64Array,
): Float64Array {
  return framesAt(bandSectionAt(scene, band, row), places);
}

/** Lines of a band, as they were found on its path once, where that is now. */
export function carriedLines(scene: RowScene, lines: readonly BandLine[]): readonly BandLine[] {
  const band = rowBand(scene);
  if (!band) return [];
  const rows = rowCopies(scene.setOut.setOut.rows);
  return lines.map((line, i) => ({ ...line, frames: carriedFrames(scene, band, rows[i], line.places) }));
}

/** The lines of a band as they would be shown on a straight path along x, with up along z. */
export function straightBandLines(scene: RowScene): readonly BandLine[] {
  const band = rowBand(scene);
  if (!band) return [];
  const rows = rowCopies(scene.setOut.setOut.rows);
  return shownBandLines(scene).map(({ places: found, closed }, i) => {
    const places = closed ? Float64Array.from([...found, scene.fit.window.to]) : found;
    const frames = framesAt(sectionOn(straight, bandStand(scene, band, rows[i])), places);
    return { places, frames, closed: false };
  });
}

function framesAt(at: SectionAt, places: Float64Array): Float64Array {
  const frames = new Float64Array(STATION_NUMBERS * places.length);
  const section = new Float64Array(SECTION_NUMBERS);
  places.forEach((s, i) => {
    at(s, section);
    frames.set(section.subarray(0, STATION_NUMBERS), STATION_NUMBERS * i);
  });
  return frames;
}

/** Where the repeats of the picture on a band begin on its path where its row stands now, mm; nowhere where it has none. */
export function repeatsAlong(scene: RowScene): number[] {
  if (!rowBand(scene)?.piece.piece.finish?.picture) return [];
  const { from, to } = scene.fit.window;
  const first = from + goneAlong(scene);
  return Array.from({ length: Math.ceil((to - from) / scene.span) }, (_, k) => first + k * scene.span);
}

/** How far what is on a band has gone along its path where its row stands now, mm. */
export const goneAlong = ({ frame, fit }: RowScene): number => frame.arc[0] - fit.window.from;
