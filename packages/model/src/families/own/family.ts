import type { Family } from '../family';
import { ownFigure } from './figure';
import { outlineHeight, scaledOutline } from './outline';
import { ownFields, type Own } from './piece';

export const own = {
  id: 'own',
  words: { title: 'Own outline', one: 'piece', many: 'pieces', joint: ['pin', 'pins'] },
  behaviour: 'stiff',
  tolerance: { part: 0.02, why: 'as for chains, until you say otherwise' },
  articulation: null,
  about: 'A piece with an outline of one’s own; its pitch is the distance of its pins.',
  fields: ownFields,
  entries: [],
  width: ({ outline }) => outlineHeight(outline),
  figure: ownFigure,
  conflict: ({ pitch, pins: { from, to } }) => {
    const between = Math.hypot(to.x - from.x, to.y - from.y);
    return Math.abs(between - pitch) > 1e-6 * Math.max(1, between)
      ? { key: 'pitch', words: `the pitch is ${pitch}, but its pins are ${between} apart` }
      : null;
  },
  look: ({ outline }) => outline.map(({ data }) => data).join(' '),
  scaled: ({ outline, pins: { from, to } }, k) => ({
    outline: scaledOutline(outline, k),
    pins: { from: { x: from.x * k, y: from.y * k }, to: { x: to.x * k, y: to.y * k } },
  }),
} as const satisfies Family<Own>;
