import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import { SheetComponent } from './sheet.component';

@Component({
  imports: [SheetComponent],
  template: `
    <relay-sheet width="300px" [heading]="heading()" [visible]="visible()">
      <ng-template>What is on it</ng-template>
    </relay-sheet>
  `,
})
class Holder {
  readonly heading = signal('Keys');
  readonly visible = signal(false);
}

describe('a sheet', () => {
  it('has a name from the moment it is there, and another one where its heading changes', async () => {
    const fixture = TestBed.createComponent(Holder);
    await fixture.whenStable();
    const dialogs = (): (string | null)[] =>
      [...document.querySelectorAll('[role="dialog"]')].map((dialog) => dialog.getAttribute('aria-label'));
    expect(dialogs()).toEqual([]);
    fixture.componentInstance.visible.set(true);
    // Not awaited: whatever comes in later has not.
    fixture.detectChanges();
    TestBed.tick();
    expect(dialogs()).toEqual(['Keys']);
    fixture.componentInstance.heading.set('All keys');
    TestBed.tick();
    expect(dialogs()).toEqual(['All keys']);
    fixture.destroy();
  });
});
