import { tightestBend } from '@coin-relay/core';
import { formatLength } from '@coin-relay/model';
import { placementMode } from '../../figures';
import { bentStray } from '../../placing/bend-step';
import { rowScene } from '../../placing/scene';
import { rowRule } from '../rule';

/** Edges that stray by more than this from their curve are seen (common practice, no source), mm. */
const SEEN = 0.05;

/** Long pieces that would have to be cut into more parts than they are, so that no facet shows where they bend. */
export const showsFacets = rowRule('link', ['shows-facets'], ({ job: { unit }, fit, setOut }) => {
  if (!setOut.pieces.some((piece) => placementMode(piece) === 'bent')) return [];
  const scene = rowScene(fit, setOut);
  const bent = scene.pieces.filter(({ mode }) => mode === 'bent');
  const strays = bent.map((piece) => ({ piece, stray: bentStray(scene, piece, SEEN) }));
  const worst = strays.sort((a, b) => b.stray - a.stray).at(0);
  if (!worst || worst.stray <= SEEN * (1 + 1e-9)) return [];
  const mm = (value: number): string => formatLength(value, unit);
  return [
    {
      kind: 'shows-facets' as const,
      text: `“${worst.piece.piece.name}” is so long that on the tightest bend its edges stray by ${mm(worst.stray)} from their curve, and facets show: more than ${mm(SEEN)}. Lay several of it, or make the bend wider.`,
      at: tightestBend(fit.layout.path)?.s,
      size: worst.stray,
    },
  ];
});
