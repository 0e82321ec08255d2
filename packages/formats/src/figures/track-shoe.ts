import type { JobPiece } from '@coin-relay/model';
import { circle, data, type Figure } from './figure';

type ShoePiece = Extract<JobPiece, { family: 'track-shoe' }>;

/**
 * A track shoe from pin (0, 0) to pin (span, 0): a plate with hinge knuckles at both pins, a
 * guide horn on the wheels' side (y positive) and a grouser on the ground's.
 */
export function trackShoe(piece: ShoePiece, span: number): Figure {
  const t = piece.thickness / 2;
  const knuckle = t * 0.95;
  const gap = knuckle * 1.12;
  const m = span / 2;
  const horn = piece.horn;
  const g = piece.grouser;
  const plate =
    data`M${gap} ${-t * 0.55}L${gap} ${t * 0.8}L${m - span * 0.13} ${t * 0.8}` +
    data`C${m - span * 0.07} ${t + horn * 0.2} ${m - span * 0.07} ${t + horn} ${m} ${t + horn}` +
    data`C${m + span * 0.07} ${t + horn} ${m + span * 0.07} ${t + horn * 0.2} ${m + span * 0.13} ${t * 0.8}` +
    data`L${span - gap} ${t * 0.8}L${span - gap} ${-t * 0.55}L${span - gap - t * 0.5} ${-t}` +
    data`L${m + span * 0.1} ${-t}L${m + span * 0.07} ${-t - g}L${m - span * 0.07} ${-t - g}L${m - span * 0.1} ${-t}L${gap + t * 0.5} ${-t}Z`;
  const web = data`M${gap * 0.4} ${t * 0.34}L${gap + t * 0.3} ${t * 0.34}L${gap + t * 0.3} ${-t * 0.34}L${gap * 0.4} ${-t * 0.34}Z`;
  const farWeb = data`M${span - gap * 0.4} ${t * 0.34}L${span - gap - t * 0.3} ${t * 0.34}L${span - gap - t * 0.3} ${-t * 0.34}L${span - gap * 0.4} ${-t * 0.34}Z`;
  return {
    parts: [
      { d: web + farWeb, fill: 'shade', line: true },
      { d: plate, fill: 'steel', line: true },
      { d: circle(0, 0, knuckle), fill: 'iron', line: true },
      { d: circle(0, 0, knuckle * 0.42), fill: 'brass', line: true },
    ],
  };
}
