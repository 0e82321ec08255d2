import type { Family } from '../family';
import { ownFigure } from './figure';
import { outlineHeight, scaledOutline } from './outline';
import type { Own } from './schema';

export const own = {
  id: 'own',
  words: { title: 'Own outline', one: 'piece', many: 'pieces', joint: ['pin', 'pins'] },
  behaviour: 'stiff',
  tolerance: { part: 0.02, why: 'as for chains, until you say otherwise' },
  articulation: null,
  fields: [],
  entries: [],
  width: ({ outline }) => outlineHeight(outline),
  figure: ownFigure,
  look: ({ outline }) => outline.map(({ data }) => data).join(' '),
  scaled: ({ outline, pins: { from, to } }, k) => ({
    outline: scaledOutline(outline, k),
    pins: { from: { x: from.x * k, y: from.y * k }, to: { x: to.x * k, y: to.y * k } },
  }),
} as const satisfies Family<Own>;
