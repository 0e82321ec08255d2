import type { JobPiece } from '@coin-relay/model';
import { circle, data, hole, type Figure, type FigurePart } from './figure';

type ChainPiece = Extract<JobPiece, { family: 'roller-chain' }>;

/**
 * A link of a roller chain from pin to pin, the first pin at the origin and the second at
 * (span, 0): a waisted plate with its bores. The inner link shows its rollers, the outer one its
 * pins; a carrier holds a cup on the side away from the wheels (y negative).
 */
export function chainLink(piece: ChainPiece, span: number): Figure {
  const r = piece.plateHeight / 2;
  const parts: FigurePart[] = [];
  if (piece.part === 'inner') {
    parts.push({
      d: circle(0, 0, piece.roller / 2) + circle(span, 0, piece.roller / 2),
      fill: 'shade',
      line: true,
    });
    parts.push({ d: plate(span, r * 0.94, 0.62, piece.pin / 2), fill: 'steel', line: true });
    return { parts };
  }
  if (piece.carrier) parts.push(...cup(span, r));
  parts.push({ d: plate(span, r, 0.64, 0), fill: 'brass', line: true });
  parts.push({ d: circle(0, 0, piece.pin / 2) + circle(span, 0, piece.pin / 2), fill: 'paper', line: true });
  return { parts };
}

/** A figure-of-eight plate: end arcs of radius r, drawn in to `waist` · r between the pins, with two bores. */
function plate(span: number, r: number, waist: number, bore: number): string {
  const lean = Math.PI * 0.3;
  const x = r * Math.cos(lean);
  const y = r * Math.sin(lean);
  // Handles along the tangent of the end arc, so that the outline has no kink.
  const reach = Math.max(0, (span / 2 - x) * 0.5);
  const hx = reach * Math.sin(lean);
  const hy = reach * Math.cos(lean);
  const w = r * waist;
  const m = span / 2;
  return (
    data`M${x} ${y}C${x + hx} ${y - hy} ${m - reach * 0.6} ${w} ${m} ${w}` +
    data`C${m + reach * 0.6} ${w} ${span - x - hx} ${y - hy} ${span - x} ${y}` +
    data`A${r} ${r} 0 1 0 ${span - x} ${-y}` +
    data`C${span - x - hx} ${-y + hy} ${m + reach * 0.6} ${-w} ${m} ${-w}` +
    data`C${m - reach * 0.6} ${-w} ${x + hx} ${-y + hy} ${x} ${-y}` +
    data`A${r} ${r} 0 1 0 ${x} ${y}Z` +
    (bore > 0 ? hole(0, 0, bore) + hole(span, 0, bore) : '')
  );
}

/** A cup on a bracket, open forward, big enough for a coin. It hangs beside the chain, so it passes behind wheels. */
function cup(span: number, r: number): FigurePart[] {
  const m = span / 2;
  const depth = span * 1.05;
  const t = Math.max(span * 0.09, 0.4);
  const top = -r * 0.5;
  const low = top - depth;
  const lip = m + span * 0.62;
  return [
    {
      d: data`M${m - t * 1.6} ${top}L${m - t * 1.6} ${low}L${lip} ${low}L${lip + t} ${low + span * 0.4}L${lip} ${low + span * 0.44}L${lip - t * 0.7} ${low + t * 1.5}L${m + t * 0.4} ${low + t * 1.5}L${m + t * 0.4} ${top}Z`,
      fill: 'leather',
      line: true,
      behind: true,
    },
    { d: coin(m + span * 0.3, low + t * 1.5, span * 0.27, t * 1.1), fill: 'brass', line: true, behind: true },
  ];
}

/** A coin lying in the cup, seen from the edge. */
function coin(x: number, y: number, half: number, thick: number): string {
  return data`M${x - half} ${y}L${x + half} ${y}L${x + half} ${y + thick}L${x - half} ${y + thick}Z`;
}
