import { Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { tubePieces, type JobPiece } from '@coin-relay/model';
import { describe, expect, it, vi } from 'vitest';
import { demo, jobView } from '../../testing/job-view';
import { FinishPanelComponent } from './finish-panel.component';

const [tube] = tubePieces(30).pieces;
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
  it('is offered on pieces that keep their shape, and not on one that bends, which says why', async () => {
    expect((await saidOf({ ...tube, behaviour: 'stiff' })).offers).toBe(true);
    const bends = await saidOf({ ...tube, behaviour: 'bending' });
    expect(bends.offers).toBe(false);
    expect(bends.text).toContain('A picture lies only on pieces that keep their shape; this one bends.');
  });

  it('that is there while the piece bends is said not to be drawn', async () => {
    const finish = { material: null, line: true, picture };
    const { text } = await saidOf({ ...tube, behaviour: 'bending', finish });
    expect(text).toContain('▲ Its picture is not drawn while it bends');
    expect((await saidOf({ ...tube, behaviour: 'stiff', finish })).text).not.toContain('▲');
  });
});
