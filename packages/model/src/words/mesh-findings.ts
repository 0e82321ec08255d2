import { TAU, type FitOutcome } from '@coin-relay/core';
import type { Finding } from './findings';

/** Fewer teeth than this in mesh carry the load badly (common practice, no source). */
const LEAST_TEETH = 3;

/** Toothed wheels that too few teeth of are in mesh with the row. */
export function meshFindings({ layout }: FitOutcome): Finding[] {
  return layout.wheels.flatMap((wheel, i): Finding[] => {
    const wrap = layout.wraps[i];
    if (wheel.teeth === null || !wrap) return [];
    const meshing = (wrap.angle / TAU) * wheel.teeth;
    if (meshing >= LEAST_TEETH) return [];
    return [
      {
        kind: 'few-teeth',
        weight: 'warning',
        text: `Only ${meshing.toFixed(1)} teeth of the ${wheel.name ?? wheel.id} are in mesh; fewer than ${LEAST_TEETH} carry badly. Wrap it further, or give it more teeth.`,
        at: (wrap.from + wrap.to) / 2,
        wheel: wheel.id,
        size: meshing,
        mend: null,
      },
    ];
  });
}
