import { fitRow } from '@coin-relay/core';
import { rowScene, pieceNumberAt } from '@coin-relay/scene';
import { demoJobs, ownPiece, parseJob, PLAIN_SETTING, resolveRun, resolveSetOut } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { placeInView, roundInView, editorView } from './outline-editor/editor-view';
import { TRIAL_LINKS, trialJob } from './outline-editor/trial';
import { withExtra } from './with-extra';

const own = ownPiece('own', 'Bar', '', [{ data: 'M0 0L40 0L40 10L0 10Z', material: null, line: true }]);

describe('the bench', () => {
  it('shows all of a piece and its pins, one mm as long either way', () => {
    const far = { ...own, pins: { from: { x: -60, y: 0 }, to: { x: 36, y: 5 } } };
    for (const [w, h] of [
      [500, 400],
      [900, 200],
    ]) {
      const view = editorView(far, w, h);
      expect(view.width / view.height).toBeCloseTo(w / h, 9);
      expect(view.x).toBeLessThan(-60);
      expect(view.x + view.width).toBeGreaterThan(40);
      expect(view.y).toBeLessThan(0);
      expect(view.y + view.height).toBeGreaterThan(10);
    }
  });

  it('a place of the surface is a place of the piece: its corners, with y up', () => {
    const view = editorView(own, 500, 400);
    expect(placeInView(view, 0, 400)).toEqual({ x: view.x, y: expect.closeTo(view.y, 9) });
    expect(placeInView(view, 500, 0).x).toBeCloseTo(view.x + view.width, 9);
    expect(placeInView(view, 0, 0).y).toBeCloseTo(view.y + view.height, 9);
  });

  it('rounds to what a hand can place: less than a pixel off', () => {
    const view = editorView(own, 500, 400);
    for (const value of [3.14159265, -17.77777]) {
      const rounded = roundInView(view, value);
      expect(Math.abs(rounded - value)).toBeLessThan(view.pixel);
      expect(String(rounded).length).toBeLessThan(9);
    }
  });
});

describe('a trial on the path', () => {
  it('is three of the piece on the path as it is, whatever row is there', () => {
    for (const id of ['demo-coin-lift', 'demo-barrier-chain', 'demo-tin-beetle']) {
      const { job } = demoJobs().find((d) => d.id === id)!;
      const trial = parseJob(trialJob(job, 'loop', own));
      const resolved = resolveRun(trial);
      const fit = fitRow(resolved.source, resolved.request);
      const scene = rowScene(fit, resolveSetOut(trial, resolved.run, fit));
      expect(fit.count).toBe(TRIAL_LINKS);
      expect(fit.effectivePitch).toBe(own.pitch);
      const first = -scene.frame.firstLink;
      expect(scene.pieces[pieceNumberAt(scene, first)].piece.id).toBe('own');
    }
  });
});

describe('extras of a piece', () => {
  it('are put on and taken off, and nothing else is touched', () => {
    const set = withExtra(own, 'setting', { ...PLAIN_SETTING, out: 2 });
    expect(set).toEqual({ ...own, setting: { ...PLAIN_SETTING, out: 2 } });
    expect(withExtra(set, 'setting', null)).toEqual(own);
    expect(withExtra(own, 'finish', null)).not.toHaveProperty('finish');
  });
});
