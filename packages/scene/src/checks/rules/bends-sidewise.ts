import { familyOf, formatLength, pieceWords, type JobPiece } from '@coin-relay/model';
import { jointTurns } from '../../placing/joints';
import { rowScene } from '../../placing/scene';
import { rowRule } from '../rule';

/** Stiff links that have to bend sidewise, or twist, more than their family can. */
export const bendsSidewise = rowRule(
  'link',
  ['bends-sidewise', 'twists-too-far'],
  ({ job, resolved: { run, sequence }, fit, setOut }) => {
    const { sidewise: bend, twist: turn } = familyOf<JobPiece>(sequence[0]);
    if (!setOut.stand || fit.request.pieces !== 'stiff' || fit.obstacles.length > 0) return [];
    if (!bend && !turn) return [];
    const { sidewise, twist } = jointTurns(rowScene(fit, setOut));
    const [, many] = pieceWords(sequence[0]);
    const degrees = (angle: number): string => `${((angle * 180) / Math.PI).toFixed(1)}°`;
    const where = (s: number): string => formatLength(s, job.unit);
    return [
      ...(bend && sidewise && sidewise.angle > bend.angle + 1e-9
        ? [
            {
              kind: 'bends-sidewise' as const,
              text: `Neighbouring ${many} bend ${degrees(sidewise.angle)} sidewise at ${where(sidewise.s)}, more than the ${degrees(bend.angle)} that ${bend.why}. Widen the bend there, roll them by a quarter turn so that it is about their pins, or take links that bend both ways.`,
              at: sidewise.s,
              size: sidewise.angle,
              mend: {
                do: 'upright' as const,
                run: run.id,
                change: { roll: (run.upright?.roll ?? 0) + Math.PI / 2 },
                words: 'roll them by a quarter turn',
              },
            },
          ]
        : []),
      ...(turn && twist && twist.angle > turn.angle + 1e-9
        ? [
            {
              kind: 'twists-too-far' as const,
              text: `Neighbouring ${many} twist ${degrees(twist.angle)} against each other at ${where(twist.s)}, more than the ${degrees(turn.angle)} that ${turn.why}. Let the path carry them with the least twist, or take links that twist.`,
              at: twist.s,
              size: twist.angle,
              mend: {
                do: 'upright' as const,
                run: run.id,
                change: { by: { by: 'least-twist' as const }, twist: 0 },
                words: 'let the path carry them, with the least twist',
              },
            },
          ]
        : []),
    ];
  },
);
