import { plankPieces, stockSectionOf, sweptPieces, type JobPiece } from '../families';
import type { Job, Upright } from '../job/schema';
import { frame, run } from './frame';

const beside = (across: number): Upright => ({
  ...{ by: { by: 'least-twist' }, roll: 0, alternate: 0, twist: 0 },
  across,
});

/** Rails reach so far to both sides of the way of the puck, mm, middle to middle. */
const GAUGE = 64;

/** The strength tester: two guide rails up the post and over its top, rungs behind them, the puck between. */
export function strengthTester(): Job {
  const rail: JobPiece = {
    ...sweptPieces(stockSectionOf('rail', 10, 12, 1), 100).pieces[0],
    ...{ id: 'rail', name: 'Guide rail', mass: 42, finish: { material: 'steel', line: true, picture: null } },
  };
  const rung: JobPiece = {
    ...plankPieces(48).pieces[0],
    ...{ id: 'rung', name: 'Rung', length: 84, width: 16, mass: 28 },
  };
  const puck: JobPiece = {
    ...{ family: 'own', id: 'puck', name: 'Puck', pitch: 44, source: '', mass: 260 },
    outline: [
      {
        ...{ data: 'M-23 0A23 23 0 0 1 23 0A23 23 0 0 1 -23 0Z', material: 'red', line: true },
        plate: { thick: 10, middle: 0, ease: 2 },
      },
      {
        ...{ data: 'M-9 0A9 9 0 0 1 9 0A9 9 0 0 1 -9 0Z', material: 'brass', line: true },
        plate: { thick: 4, middle: 7, ease: 1 },
      },
    ],
    pins: { from: { x: -22, y: 0 }, to: { x: 22, y: 0 } },
  };
  const onRails = (id: string, name: string, across: number): Job['runs'][number] => ({
    ...run(name, ['rail'], 1, 'path'),
    id,
    upright: beside(across),
  });
  const alone = run('Puck', ['puck'], 1, 'path');
  return {
    ...frame('Strength tester'),
    wheels: [],
    paths: [
      { kind: 'outline', id: 'loop', name: 'Way of the puck', data: 'M0 0V660A200 200 0 0 0 200 860H240' },
    ],
    pieces: [rung, rail, puck],
    runs: [
      {
        ...{ ...run('Rungs', ['rung'], 1, 'path'), id: 'rungs', sideways: -9 },
        lettering: {
          ...{ text: '#', spelled: false, start: 5, step: 5, first: 1, every: 1, height: 9 },
          ...{ along: 0, across: 0, quarters: 3, upright: true, sides: 'front', material: 'paper' },
        },
      },
      onRails('left', 'Left rail', GAUGE / 2),
      onRails('right', 'Right rail', -GAUGE / 2),
      {
        ...alone,
        fit: {
          ...alone.fit,
          lay: {
            ...{ stretch: { by: 'length', from: 520, to: 564 }, inset: [0, 0], ends: 'pins' },
            ...{ rest: 'end', middle: null, beyond: 'stop' },
          },
        },
      },
    ],
    motion: {
      ...{ framesPerSecond: 24, frames: 120 },
      drives: ['rungs', 'left', 'right', 'row'].map((id) => ({ run: id, pitches: 0 })),
    },
  };
}
