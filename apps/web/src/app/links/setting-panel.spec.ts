import { Component, signal } from '@angular/core';
import { PLAIN_SETTING, plankPieces, type JobPiece } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { demo, jobView, type JobView } from '../../testing/job-view';
import { KeptSettings } from '../session/kept-setting.service';
import { SettingPanelComponent } from './setting-panel.component';

const [plank] = plankPieces(20).pieces;

async function shown() {
  const piece = signal<JobPiece>(plank);
  const there = signal(true);
  @Component({
    imports: [SettingPanelComponent],
    template: `@if (there()) {
      <relay-setting-panel [piece]="piece()" unit="mm" (changed)="piece.set($event)" />
    }`,
  })
  class Host {
    readonly piece = piece;
    readonly there = there;
  }
  const view: JobView<Host> = await jobView(Host, demo('demo-coin-slide'));
  return { view, piece, there, kept: () => view.service(KeptSettings).now };
}

describe('a setting that is compared with another', () => {
  it('is kept as it was, told in words, and can be taken back', async () => {
    const { view, piece, kept } = await shown();
    await view.press('compare with another setting');
    await view.type('Turned on its place', '35');
    expect(piece().setting?.turn).toBeCloseTo((35 * Math.PI) / 180, 9);
    expect(kept()).toEqual({ piece: plank.id, setting: PLAIN_SETTING });
    expect(view.text()).toContain('how it sat when you kept it: plainly.');
    await view.press('take that one back');
    expect(piece().setting).toBeUndefined();
    expect(kept()).toBeNull();
  });

  it('is compared no more for another piece, nor once the panel is left', async () => {
    const { view, piece, there, kept } = await shown();
    await view.press('compare with another setting');
    expect(kept()).not.toBeNull();
    piece.set({ ...plank, id: 'another' });
    await view.settled();
    expect(kept()).toBeNull();
    await view.press('compare with another setting');
    there.set(false);
    await view.settled();
    expect(kept()).toBeNull();
  });
});
