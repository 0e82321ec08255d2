import { Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { stockSectionOf, sweptPieces, tubePieces, type JobPiece } from '@coin-relay/model';
import { describe, expect, it, vi } from 'vitest';
import { demo, jobView } from '../../testing/job-view';
import { FinishPanelComponent } from './finish-panel.component';

const [tube] = tubePieces(30).pieces;
const [rail] = sweptPieces(stockSectionOf('rail', 10, 12, 1), 100).pieces;
const picture = { picture: 'a'.repeat(64), x: 0, y: 0, width: 10, height: 10 };

/** What the panel says of a piece. */
async function saidOf(piece: JobPiece): Promise<{ text: string; offers: boolean }> {
  const job = demo('demo-coin-lift');
  @Component({
    imports: [FinishPanelComponent],
    template: '<relay-finish-panel [piece]="piece" [job]="job" />',
  })
  class Host {
    readonly piece = piece;
    readonly job = job;
  }
  const { element } = await jobView(Host, job);
  // The choice of a file is loaded after the panel.
  const offer = piece.finish?.picture
    ? null
    : await vi.waitFor(() => {
        const found = element.querySelector('relay-file-choice .words');
        expect(found?.textContent).toBe('a picture on it…');
        return found;
      });
  const text = element.textContent?.replace(/\s+/g, ' ') ?? '';
  TestBed.resetTestingModule();
  return { text, offers: offer !== null && !offer?.classList.contains('off') };
}

describe('a picture on a piece', () => {
  it('is offered on pieces that keep their shape, on those that bend, and on bands', async () => {
    for (const piece of [
      { ...tube, behaviour: 'stiff' as const },
      { ...tube, behaviour: 'bending' as const },
      rail,
    ])
      expect((await saidOf(piece)).offers).toBe(true);
  });

  it('is said how to be moved on a band', async () => {
    const finish = { material: null, line: true, picture };
    const repeats = 'It lies once in each repeat';
    expect((await saidOf({ ...tube, behaviour: 'bending', finish })).text).not.toContain(repeats);
    expect((await saidOf({ ...rail, finish })).text).toContain(repeats);
  });
});
