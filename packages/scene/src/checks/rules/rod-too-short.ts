import { checkSliderCrank, RelayError } from '@coin-relay/core';
import { centreOf, sliderCrank } from '@coin-relay/model';
import { machineRule } from '../rule';

/** Sliders whose crank cannot go round. */
export const rodTooShort = machineRule(['rod'], (machine) =>
  (machine.job.anchors ?? []).flatMap(({ id, name, on }) => {
    const centre = on.kind === 'slider' ? centreOf(machine, on.wheel) : null;
    if (on.kind !== 'slider' || !centre) return [];
    try {
      checkSliderCrank(sliderCrank(on, centre), name);
      return [];
    } catch (error) {
      if (error instanceof RelayError) return [{ kind: 'rod' as const, text: error.message, of: id }];
      throw error;
    }
  }),
);
