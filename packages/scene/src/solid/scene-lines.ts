import { mapped3, pathChords, RIDE_NUMBERS, type Map3 } from '@coin-relay/core';
import { leftOutMarks, markReach } from '../placing';
import { inJob } from './standing-pieces';
import type { StandingRow } from './standing';

/** Lines of a row in space that are no body: its path, or a mark where a place is left out. */
export interface SceneLine {
  readonly id: string;
  readonly run: string;
  readonly kind: 'path' | 'mark';
  /** Corners of each line: x, y, z in turn, mm, in the axes of the job. */
  readonly lines: readonly (readonly number[])[];
}

/** What of these is taken. */
export interface LinesAsked {
  readonly path?: boolean;
  readonly marks?: boolean;
  /** How far chords may stray from what is round, mm. */
  readonly tolerance: number;
}

/** The lines of rows as they stand now. */
export function sceneLines(
  rows: readonly StandingRow[],
  { path = false, marks = false, tolerance }: LinesAsked,
): SceneLine[] {
  return rows.flatMap((row): SceneLine[] => [
    ...(path ? [pathOf(row, tolerance)] : []),
    ...(marks ? marksOf(row) : []),
  ]);
}

function pathOf(row: StandingRow, tolerance: number): SceneLine {
  const { fit, laid, sampledPath, stand } = row.scene;
  const points: number[] = [];
  // A path that moves is told by the table that is ridden on.
  if (laid?.rides && stand)
    for (let i = 0; i < stand.ride.data.length; i += RIDE_NUMBERS)
      points.push(...placed(row, stand.ride.data[i], stand.ride.data[i + 1], stand.ride.data[i + 2]));
  else if (laid?.sampledPaths && sampledPath)
    for (let i = 0; i < sampledPath.data.length; i += 4)
      points.push(...placed(row, sampledPath.data[i], sampledPath.data[i + 1], 0));
  else {
    const chords = pathChords(fit.layout.path, tolerance);
    for (let i = 0; i < chords.length; i += 3)
      points.push(...placed(row, chords[i], chords[i + 1], chords[i + 2]));
  }
  return { id: `${row.run}/path`, run: row.run, kind: 'path', lines: [points] };
}

function marksOf(row: StandingRow): SceneLine[] {
  const r = markReach(row.scene);
  return leftOutMarks(row.scene).map(({ place, x, y, z }): SceneLine => ({
    ...{ id: `${row.run}/left-out/${place + 1}`, run: row.run, kind: 'mark' },
    lines: [1, -1].map((side) => [
      ...placed(row, x - r, y - side * r, z),
      ...placed(row, x + r, y + side * r, z),
    ]),
  }));
}

/** A place of a row in the axes of the job. */
function placed(row: StandingRow, x: number, y: number, z: number): readonly [number, number, number] {
  const depth: Map3 = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, row.z];
  return mapped3(inJob(row, depth), x, y, z);
}
