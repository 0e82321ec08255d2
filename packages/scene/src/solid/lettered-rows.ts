import { RelayError } from '@coin-relay/core';
import { behaviourOf, type JobPiece } from '@coin-relay/model';
import { surfaceHeights } from '@coin-relay/model/solid';
import { letteredPiece, lettersOf, type Letter, type Letters } from '../lettering';
import type { LyingSetOut, RowScene, ScenePiece } from '../placing/scene';

/** How far letters stand out of what they lie on, and into it, of their height. */
const PROUD = 0.06;

/**
 * What is written on a row as rows of its own, one for each part of a text: their pieces are the letters, as plates on
 * the pieces of the row.
 * @param scene the row where it rests
 * @param twin for the mirrored twin of the row: of these only the twins are to be shown
 */
export function letteredSetOuts(scene: RowScene, twin = false): LyingSetOut[] {
  const written = lettersOf(scene, twin);
  if (!written) return [];
  const { setOut } = scene;
  const pieces = written.letters.map((letter, i) =>
    plateOf(scene, setOut.lettering?.height ?? 1, letter, written, i),
  );
  const lyingOn = written.letters.map(({ on, seen }): ScenePiece => ({
    ...letteredPiece(scene.pieces[on]),
    ...(seen === 0 ? { stands: true } : {}),
  }));
  const { count } = setOut.table;
  return written.parts.map((part): LyingSetOut => {
    // Only what this part shows: every other one would be made for nothing.
    const used = [...new Set(part)].filter((number) => number >= 0);
    const numbers = new Map(used.map((number, i) => [number, i]));
    return {
      ...setOut,
      setOut: { ...setOut.setOut, twin: twin ? setOut.setOut.twin : null },
      pieces: used.map((number) => pieces[number]),
      lyingOn: used.map((number) => lyingOn[number]),
      table: {
        ...setOut.table,
        piece: part.map((number) => numbers.get(number) ?? 0),
        leftOut: Uint8Array.from(part, (number) => (number < 0 ? 1 : 0)),
        // Nothing is written on what comes in before an open row, or leaves beyond it.
        beyond: new Int32Array(0),
        finish: new Int32Array(count).fill(-1),
        wire: new Uint8Array(count),
      },
    };
  });
}

/** A letter as a piece that is set as the one it lies on. */
function plateOf(
  scene: RowScene,
  height: number,
  letter: Letter,
  { material }: Letters,
  i: number,
): JobPiece {
  const { on, d, out, seen } = letter;
  const base = letteredPiece(scene.pieces[on]);
  const { piece, span } = base;
  const [least, most] = heightsOf(base, letter);
  // What stands has what was before it behind it, along y.
  const before = seen === 0 ? -out : out;
  const [low, high] = [least - PROUD * height, most + PROUD * height];
  return {
    ...{ family: 'own', id: `letter-${i + 1}`, name: 'Lettering', source: '', pitch: span },
    ...{ behaviour: base.mode === 'bent' ? 'bending' : behaviourOf(piece), setting: piece.setting },
    pins: { from: { x: 0, y: 0 }, to: { x: span, y: 0 } },
    outline: [
      {
        data: d,
        material,
        line: false,
        plate: { thick: high - low, middle: (before * (low + high)) / 2, ease: 0 },
      },
    ],
    finish: { material: null, line: false, picture: null },
  };
}

const known = new WeakMap<JobPiece, Map<string, readonly [number, number]>>();

/** How high the piece is where it is lettered; where the text lies beside it, or it cannot be a solid, in its plane. */
function heightsOf({ piece, span }: ScenePiece, { box, out, seen }: Letter): readonly [number, number] {
  const before = known.get(piece) ?? new Map<string, readonly [number, number]>();
  known.set(piece, before);
  const along = seen === 0 ? 'y' : 'z';
  const key = [span, ...box, along, out].join(' ');
  const found = before.get(key) ?? measured(() => surfaceHeights(piece, span, box, along, out)) ?? [0, 0];
  before.set(key, found);
  return found;
}

/** That a piece cannot be a solid is said where it is made. */
function measured<T>(measure: () => T): T | null {
  try {
    return measure();
  } catch (error) {
    if (error instanceof RelayError) return null;
    throw error;
  }
}
