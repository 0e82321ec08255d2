import { TAU } from '@coin-relay/core';
import { rowRule } from '../rule';

/** Fewer teeth than this in mesh carry the load badly (common practice, no source). */
const LEAST_TEETH = 3;

/** Toothed wheels that too few teeth of are in mesh with the row. */
export const fewTeeth = rowRule('path', ['few-teeth'], ({ fit: { layout } }) =>
  layout.wheels.flatMap(({ id, name, teeth }, i) => {
    const wrap = layout.wraps[i];
    if (teeth === null || !wrap) return [];
    const meshing = (wrap.angle / TAU) * teeth;
    if (meshing >= LEAST_TEETH) return [];
    return [
      {
        kind: 'few-teeth' as const,
        text: `Only ${meshing.toFixed(1)} teeth of the ${name ?? id} are in mesh; fewer than ${LEAST_TEETH} carry badly. Wrap it further, or give it more teeth.`,
        at: (wrap.from + wrap.to) / 2,
        wheel: id,
        size: meshing,
      },
    ];
  }),
);
