import type { Behaviour } from '../families';

/** What it means for a row that its pieces are stiff, carried or bending. */
export const BEHAVIOUR_WORDS: Readonly<Record<Behaviour, { title: string; means: string }>> = {
  stiff: {
    title: 'Stiff',
    means: 'Keeps its length from pin to pin, also round bends. Bends that are too tight cannot be passed.',
  },
  carried: {
    title: 'Carried',
    means: 'Keeps its shape and sits on one point. Round a bend neighbours open outside and close up inside.',
  },
  bending: {
    title: 'Bending',
    means: 'Its shape follows the path: outside a bend it is stretched, inside it is squeezed.',
  },
};
