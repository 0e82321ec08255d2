import { RelayError } from '../error';
import { STATION_NUMBERS, type BandLine } from '../band/line';
import { triangulate } from './extrude';
import { MOST_TRIANGLES, type Mesh } from './mesh';
import { bodiesOf, type Ring } from './rings';

/**
 * A section carried along a line: its corner (x, y) goes to P + x X + y Y at every station. A closed line meets itself
 * again; an open one is closed by flat caps, or left open.
 * @param rings outer ones counter-clockwise, holes clockwise, none crossing another, mm
 * @throws RelayError solid-invalid, solid-too-large
 */
export function sweepBand(line: BandLine, rings: readonly Ring[], capped = true): Mesh {
  const stations = line.places.length;
  if (stations < (line.closed ? 3 : 2) || rings.length === 0)
    throw new RelayError('solid-invalid', 'A band needs a section and a line to be carried along.');
  const around = rings.reduce((sum, ring) => sum + ring.length / 2, 0);
  const steps = line.closed ? stations : stations - 1;
  const caps = !line.closed && capped ? capCorners(rings) : [];
  const many = 2 * steps * around + 2 * caps.length;
  if (many > MOST_TRIANGLES)
    throw new RelayError(
      'solid-too-large',
      `This band would have ${many.toLocaleString('en')} triangles, more than ${MOST_TRIANGLES.toLocaleString('en')}. Give it a coarser tolerance, or a simpler section.`,
    );
  const positions = new Float64Array(3 * stations * around);
  placeBand(line.frames, stations, rings, positions);
  const over = isTurnedOver(line);
  const triangles = new Uint32Array(3 * many);
  let t = 0;
  const put = (a: number, b: number, c: number): void => {
    triangles[t++] = a;
    triangles[t++] = over ? c : b;
    triangles[t++] = over ? b : c;
  };
  for (let i = 0; i < steps; i++) {
    const [here, there] = [i * around, ((i + 1) % stations) * around];
    let first = 0;
    for (const ring of rings) {
      const n = ring.length / 2;
      for (let k = 0; k < n; k++) {
        const [p, q] = [first + k, first + ((k + 1) % n)];
        put(here + p, here + q, there + q);
        put(here + p, there + q, there + p);
      }
      first += n;
    }
  }
  const last = (stations - 1) * around;
  for (const [a, b, c] of caps) {
    put(a, c, b);
    put(last + a, last + b, last + c);
  }
  return { positions, triangles };
}

/**
 * Writes where the corners of a section are at each station, station after station.
 * @param frames nine numbers a station
 */
export function placeBand(
  frames: Float64Array,
  stations: number,
  rings: readonly Ring[],
  out: Float64Array | Float32Array,
): void {
  let o = 0;
  for (let i = 0; i < stations; i++) {
    const f = STATION_NUMBERS * i;
    for (const ring of rings) {
      for (let k = 0; k < ring.length; k += 2) {
        const [x, y] = [ring[k], ring[k + 1]];
        for (let c = 0; c < 3; c++) out[o++] = frames[f + c] + x * frames[f + 3 + c] + y * frames[f + 6 + c];
      }
    }
  }
}

/** The triangles of a cap, by the numbers of corners ring after ring. */
function capCorners(rings: readonly Ring[]): [number, number, number][] {
  const firsts = new Map<Ring, number>();
  let first = 0;
  for (const ring of rings) {
    firsts.set(ring, first);
    first += ring.length / 2;
  }
  return bodiesOf(rings).flatMap((body) => {
    const numbers = body.flatMap((ring) =>
      Array.from({ length: ring.length / 2 }, (_, k) => (firsts.get(ring) ?? 0) + k),
    );
    return triangulate(body).map(([a, b, c]): [number, number, number] => [
      numbers[a],
      numbers[b],
      numbers[c],
    ]);
  });
}

/** Is a section seen the other way round, so that its outside would be its inside? By the first stretch that is any. */
function isTurnedOver({ frames, places }: BandLine): boolean {
  for (let i = 0; i + 1 < places.length; i++) {
    const f = STATION_NUMBERS * i;
    const way = [0, 1, 2].map((c) => frames[f + STATION_NUMBERS + c] - frames[f + c]);
    const [x, y] = [frames.subarray(f + 3, f + 6), frames.subarray(f + 6, f + 9)];
    const sense =
      way[0] * (x[1] * y[2] - x[2] * y[1]) +
      way[1] * (x[2] * y[0] - x[0] * y[2]) +
      way[2] * (x[0] * y[1] - x[1] * y[0]);
    if (sense !== 0) return sense < 0;
  }
  return false;
}
