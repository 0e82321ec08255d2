import { plainEntry, single, type Family, type MadeOf } from '../family';
import { stitch as figure } from './figure';
import { stitchFields, type Stitch } from './piece';

/** A stitch of a length and a kind, with proportions that look right. */
export const stitchPieces = (pitch: number, kind: Stitch['kind'] = 'running'): MadeOf<Stitch> =>
  single({
    family: 'stitch',
    id: 'stitch',
    name: `${kind.charAt(0).toUpperCase()}${kind.slice(1)} stitch`,
    kind,
    pitch,
    thread: pitch * 0.2,
    width: kind === 'cross' || kind === 'zigzag' ? pitch * 0.9 : 0,
    gap: kind === 'running' ? pitch * 0.35 : 0,
    hole: pitch * 0.14,
  });

export const stitch = {
  id: 'stitch',
  words: { title: 'Stitches', one: 'stitch', many: 'stitches', joint: ['hole', 'holes'] },
  behaviour: 'stiff',
  tolerance: { part: 0.1, why: 'the eye does not see less in a seam' },
  articulation: null,
  about: 'One stitch of a seam.',
  fields: stitchFields,
  entries: [
    plainEntry('stitch-running', 'Running stitch', () => stitchPieces(4)),
    plainEntry('stitch-back', 'Back stitch', () => stitchPieces(4, 'back')),
    plainEntry('stitch-cross', 'Cross stitch', () => stitchPieces(4, 'cross')),
    plainEntry('stitch-zigzag', 'Zigzag stitch', () => stitchPieces(2.5, 'zigzag')),
  ],
  width: ({ width, thread }) => width + thread,
  figure,
  look: ({ kind }) => kind,
  // Thread gives way to thread.
  play: ({ thread }) => thread,
  runningDepth: ({ thread }) => thread / 2,
} as const satisfies Family<Stitch>;
