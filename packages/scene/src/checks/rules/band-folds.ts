import { bandFold, bandTwist, ringsBox } from '@coin-relay/core';
import { formatLength } from '@coin-relay/model';
import { bandLines, bandRings, bandTolerance, rowBand } from '../../placing/band';
import { rowScene } from '../../placing/scene';
import { rowRule } from '../rule';

/** Bands are looked at so much coarser than they are drawn. */
const COARSER = 8;
/** Edges that slope by more than this against the way look wrung (common practice, no source), radians. */
const MOST_SLOPE = Math.PI / 4;

/** Bands that fold over on the inside of a bend, or are twisted more than their width takes. */
export const bandFolds = rowRule(
  'link',
  ['band-folds', 'band-twisted'],
  ({ job: { unit }, fit, setOut, resolved: { run } }) => {
    const scene = rowScene(fit, setOut);
    const band = rowBand(scene);
    if (!band?.ownSection) return [];
    const { piece } = band.piece;
    const tolerance = COARSER * bandTolerance(piece);
    const rings = bandRings(piece, tolerance);
    const lines = bandLines(scene, tolerance);
    const folds = lines.flatMap((line) => bandFold(line, rings) ?? []);
    const twists = lines.flatMap((line) => bandTwist(line, rings) ?? []);
    const fold = folds.sort((a, b) => a.passes - b.passes).at(0);
    const twist = twists.sort((a, b) => b.slope - a.slope).at(0);
    const [x0, y0, x1, y1] = ringsBox(rings);
    const mm = (value: number): string => formatLength(value, unit);
    const on = (s: number): number => (fit.layout.path.closed ? s % fit.layout.path.length : s);
    return [
      ...(fold
        ? [
            {
              kind: 'band-folds' as const,
              text: `At ${mm(on(fold.s))} the bend is tighter than the band reaches to its inside, and it folds over. ${
                fold.passes > 0
                  ? `One of ${(100 * fold.passes).toFixed(1)}\u00a0% of its size, ${mm((x1 - x0) * fold.passes)} by ${mm((y1 - y0) * fold.passes)}, just passes.`
                  : 'Its path itself does there, so far beside it runs: move it nearer.'
              }`,
              at: on(fold.s),
              size: Math.max(0, fold.passes),
            },
          ]
        : []),
      ...(twist && twist.slope > MOST_SLOPE
        ? [
            {
              kind: 'band-twisted' as const,
              text: `At ${mm(on(twist.s))} the band is twisted so much that its edges slope by ${((twist.slope * 180) / Math.PI).toFixed(0)}° against its way, more than ${((MOST_SLOPE * 180) / Math.PI).toFixed(0)}°: spread the twist over a longer stretch, or make it narrower.`,
              at: on(twist.s),
              size: twist.slope,
              ...(run.upright && run.upright.twist !== 0
                ? {
                    mend: {
                      do: 'upright' as const,
                      run: run.id,
                      change: { twist: 0 },
                      words: 'take the twist out',
                    },
                  }
                : {}),
            },
          ]
        : []),
    ];
  },
);
