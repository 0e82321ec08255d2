import { describe, expect, it } from 'vitest';
import { hang, hangContour } from '../hang';
import { newFramesFrame, readFrames } from '../motion';
import { fitRow } from './fit';
import { rowOnMovingPath } from './moving-path';
import { DEFAULT_REQUEST } from './request';
import type { FitSource } from './source';

const REQUEST = { ...DEFAULT_REQUEST, pitch: 12.7 };
const hung = (frame: number, length = 480): FitSource => {
  const angle = (2 * Math.PI * frame) / 24;
  const to = { x: 400 + 30 * Math.cos(angle), y: 30 * Math.sin(angle) };
  return { kind: 'contour', contour: hangContour(hang({ x: 0, y: 0 }, to, { by: 'length', length })) };
};
const rest = fitRow(hung(0), REQUEST);

describe('a row on a path that moves', () => {
  const row = rowOnMovingPath(rest, hung, 24, () => 0);

  it('goes from end to end in every frame, with the count it has at rest and equal chords', () => {
    const frame = newFramesFrame(row);
    for (let k = 0; k < 24; k++) {
      readFrames(row, k, frame);
      const first = -frame.firstLink;
      const count = frame.links + 2 * frame.firstLink;
      expect(count).toBe(rest.count);
      const angle = (2 * Math.PI * k) / 24;
      const end = 2 * (first + count);
      expect(frame.pins[2 * first]).toBeCloseTo(0, 6);
      expect(frame.pins[end]).toBeCloseTo(400 + 30 * Math.cos(angle), 6);
      expect(frame.pins[end + 1]).toBeCloseTo(30 * Math.sin(angle), 6);
      const chord = (i: number): number =>
        Math.hypot(frame.pins[i + 2] - frame.pins[i], frame.pins[i + 3] - frame.pins[i + 1]);
      for (let i = 2 * first; i < end; i += 2) expect(chord(i)).toBeCloseTo(chord(2 * first), 8);
    }
  });

  it('beyond the loop it is as in it', () => {
    const [a, b] = [newFramesFrame(row), newFramesFrame(row)];
    readFrames(row, 5, a);
    readFrames(row, 5 + 24 * 3, b);
    expect([...b.pins]).toEqual([...a.pins]);
    readFrames(row, -19, b);
    expect([...b.pins]).toEqual([...a.pins]);
  });

  it('has the path of every frame to ride on', () => {
    expect(row.sampledPaths).toHaveLength(24);
    expect(row.sampledPaths![6].length).toBeCloseTo(480, 9);
    expect(row.sampledPaths![6].data).not.toEqual(row.sampledPaths![0].data);
  });

  it('names the frame in which it does not reach', () => {
    const at = (frame: number): FitSource => hung(frame + 6, 425);
    expect(() => rowOnMovingPath(rest, at, 24, () => 0)).toThrow(/^In frame 1[0-9]: 425 mm do not reach/);
  });

  it('refuses more places than are kept', () => {
    expect(() => rowOnMovingPath(rest, hung, 100_000, () => 0)).toThrow(/at most 2000000 are worked out/);
  });
});
