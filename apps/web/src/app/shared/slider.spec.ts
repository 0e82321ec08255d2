import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import { SLIDER } from './slider.directive';

@Component({
  imports: [SLIDER],
  template: `<nz-slider relaySlider="Frame" [nzMax]="most" [value]="at()" (moved)="move($event)" />`,
})
class Host {
  readonly at = signal(5);
  readonly told: number[] = [];
  readonly most = 96;

  move(to: number): void {
    this.told.push(to);
    this.at.set(to);
  }
}

async function shown() {
  const fixture = TestBed.createComponent(Host);
  await fixture.whenStable();
  const handle = (fixture.nativeElement as HTMLElement).querySelector('.ant-slider-handle')!;
  return {
    host: fixture.componentInstance,
    handle,
    press: async (key: string, keyCode = 0) => {
      handle.dispatchEvent(new KeyboardEvent('keydown', { key, keyCode, bubbles: true, cancelable: true }));
      await fixture.whenStable();
    },
  };
}

describe('a slider', () => {
  it('says what it sets, between which values, and where it stands', async () => {
    const { handle } = await shown();
    const said = ['role', 'aria-label', 'aria-valuemin', 'aria-valuemax', 'aria-valuenow'];
    expect(said.map((name) => handle.getAttribute(name))).toEqual(['slider', 'Frame', '0', '96', '5']);
  });

  it('is moved by its keys, each told once, and no further than its ends', async () => {
    const { host, handle, press } = await shown();
    await press('ArrowRight', 39);
    await press('PageUp', 33);
    await press('End', 35);
    await press('PageUp', 33);
    await press('Home', 36);
    await press('PageDown', 34);
    expect(host.told).toEqual([6, 16, 96, 96, 0, 0]);
    expect(handle.getAttribute('aria-valuenow')).toBe('0');
  });

  it('takes every key, also those that come faster than pictures', async () => {
    const { host, handle, press } = await shown();
    for (let k = 0; k < 3; k++)
      handle.dispatchEvent(new KeyboardEvent('keydown', { key: 'PageUp', bubbles: true, cancelable: true }));
    await press('ArrowRight', 39);
    expect(host.told).toEqual([15, 25, 35, 36]);
    expect(handle.getAttribute('aria-valuenow')).toBe('36');
  });
});
