import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { NzCheckboxComponent } from 'ng-zorro-antd/checkbox';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { describe, expect, it } from 'vitest';
import { HoldsDirective } from './holds.directive';

@Component({
  imports: [HoldsDirective, NzCheckboxComponent, NzRadioModule],
  template: `
    <nz-radio-group [relayHolds]="order()" (told)="take($event)">
      <label nz-radio nzValue="turn">in turn</label>
      <label nz-radio nzValue="weight">by weight</label>
    </nz-radio-group>
    <label nz-checkbox [relayHolds]="closed()" (told)="closed.set($event)">closed</label>
  `,
})
class Host {
  readonly order = signal('turn');
  readonly closed = signal(false);
  readonly told: string[] = [];
  refuses = false;

  take(order: string): void {
    this.told.push(order);
    if (!this.refuses) this.order.set(order);
  }
}

async function shown() {
  const fixture = TestBed.createComponent(Host);
  await fixture.whenStable();
  const at = fixture.nativeElement as HTMLElement;
  return {
    host: fixture.componentInstance,
    checked: () => [...at.querySelectorAll('input')].map(({ checked }) => checked),
    press: async (words: string) => {
      [...at.querySelectorAll('label')].find((label) => label.textContent.includes(words))!.click();
      await fixture.whenStable();
    },
  };
}

describe('a control that shows what holds', () => {
  it('tells what is chosen, and shows it once it holds', async () => {
    const { host, checked, press } = await shown();
    expect(checked()).toEqual([true, false, false]);
    await press('by weight');
    expect(host.told).toEqual(['weight']);
    expect(checked()).toEqual([false, true, false]);
    await press('closed');
    expect(host.closed()).toBe(true);
    expect(checked()).toEqual([false, true, true]);
  });

  it('shows again what holds where the choice is refused', async () => {
    const { host, checked, press } = await shown();
    host.refuses = true;
    await press('by weight');
    expect(host.told).toEqual(['weight']);
    expect(checked()).toEqual([true, false, false]);
    // And it can be tried again.
    await press('by weight');
    expect(host.told).toEqual(['weight', 'weight']);
  });
});
