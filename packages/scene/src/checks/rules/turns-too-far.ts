import { familyOf, formatLength, pieceWords } from '@coin-relay/model';
import { rowRule } from '../rule';

/** Stiff links that turn against each other further than their family can. */
export const turnsTooFar = rowRule(
  'fit',
  ['turns-too-far'],
  ({ job, resolved: { sequence }, fit, sharpest: most }) => {
    const limit = familyOf(sequence[0]).articulation;
    if (fit.request.pieces !== 'stiff' || !limit || fit.obstacles.length > 0) return [];
    if (!most || most.angle <= limit.angle + 1e-9) return [];
    const degrees = (angle: number): string => `${((angle * 180) / Math.PI).toFixed(1)}°`;
    const radius = (fit.effectivePitch ?? fit.request.pitch) / (2 * Math.sin(limit.angle / 2));
    return [
      {
        kind: 'turns-too-far',
        text: `Neighbouring ${pieceWords(sequence[0])[1]} turn ${degrees(most.angle)} against each other at ${formatLength(most.s, job.unit)}, more than the ${degrees(limit.angle)} that ${limit.why}. A bend of ${formatLength(radius, job.unit)} or more keeps to it.`,
        at: most.s,
        size: most.angle,
      },
    ];
  },
);
