import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { By } from '@angular/platform-browser';
import { NzColorPickerComponent } from 'ng-zorro-antd/color-picker';
import { expect, it } from 'vitest';
import { ColourChoiceComponent } from './colour-choice.component';

@Component({
  imports: [ColourChoiceComponent],
  template: `<relay-colour-choice label="Colour" [value]="value()" (chosen)="take($event)" />`,
})
class Host {
  readonly value = signal('#7c9a76');
  readonly told: string[] = [];
  take(colour: string): void {
    this.told.push(colour);
    this.value.set(colour);
  }
}

async function shown() {
  const fixture = TestBed.createComponent(Host);
  await fixture.whenStable();
  const element = fixture.nativeElement as HTMLElement;
  const field = element.querySelector('input')!;
  const type = async (text: string): Promise<void> => {
    field.value = text;
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new Event('change'));
    await fixture.whenStable();
  };
  const picker = fixture.debugElement.query(By.directive(NzColorPickerComponent))
    .componentInstance as NzColorPickerComponent;
  return { fixture, element, field, type, picker, told: fixture.componentInstance.told };
}

it('six digits that are typed are told, with or without a #, in small letters, and once', async () => {
  const { type, told } = await shown();
  await type('116633');
  await type('#ABCDEF');
  await type('#abcdef');
  expect(told).toEqual(['#116633', '#abcdef']);
});

it('what is no colour is said in the field and kept there; Escape puts the old one back', async () => {
  const { fixture, element, field, type, told } = await shown();
  await type('#12345');
  expect(element.querySelector('[role=alert]')?.textContent).toContain('Not a colour');
  expect([field.value, told]).toEqual(['#12345', []]);
  field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
  await fixture.whenStable();
  expect(field.value).toBe('#7c9a76');
  expect(element.querySelector('[role=alert]')).toBeNull();
});

it('what is picked is told once, when the area is closed', async () => {
  const { fixture, picker, told } = await shown();
  const colour = (hex: string) => ({ color: { toHexString: () => hex }, format: 'hex' }) as never;
  picker.nzOnOpenChange.emit(true);
  picker.nzOnChange.emit(colour('#111111'));
  picker.nzOnChange.emit(colour('#222222'));
  expect(told).toEqual([]);
  picker.nzOnOpenChange.emit(false);
  await fixture.whenStable();
  expect(told).toEqual(['#222222']);
});
