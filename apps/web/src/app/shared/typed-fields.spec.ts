import { Component, signal, type Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { Unit } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { AngleFieldComponent } from './angle-field.component';
import { CountFieldComponent } from './count-field.component';
import { LengthFieldComponent } from './length-field.component';
import { NumberFieldComponent } from './number-field.component';
import { PlaceFieldComponent } from './place-field.component';

@Component({
  imports: [CountFieldComponent, LengthFieldComponent, NumberFieldComponent],
  template: `
    <relay-number-field
      label="Number"
      [value]="value()"
      [least]="-5"
      [most]="500"
      [digits]="2"
      (changed)="told.push($event)"
    />
    <relay-count-field
      label="Count"
      [value]="value()"
      [least]="3"
      [most]="12"
      (changed)="told.push($event)"
    />
    <relay-length-field
      label="Length"
      [value]="value()"
      [unit]="unit()"
      [least]="1"
      (changed)="told.push($event)"
    />
  `,
})
class ThreeFields {
  readonly value = signal(10);
  readonly unit = signal<Unit>('mm');
  readonly told: number[] = [];
}

@Component({
  imports: [AngleFieldComponent, PlaceFieldComponent],
  template: `
    <relay-angle-field label="Turn" [value]="turn" [quarter]="true" (changed)="turns.push($event)" />
    <relay-place-field
      words="stands at"
      label="Post"
      [at]="{ x: 1, y: 2 }"
      unit="cm"
      (changed)="places.push($event)"
    />
  `,
})
class Pair {
  readonly turn = Math.PI / 6;
  readonly turns: number[] = [];
  readonly places: { x: number; y: number }[] = [];
}

async function shown<T>(component: Type<T>): Promise<ComponentFixture<T>> {
  const fixture = TestBed.createComponent(component);
  await fixture.whenStable();
  return fixture;
}

function field(fixture: ComponentFixture<unknown>, label: string): HTMLInputElement {
  const element = fixture.nativeElement as HTMLElement;
  return element.querySelector<HTMLInputElement>(`input[aria-label="${label}"]`)!;
}

async function write(
  fixture: ComponentFixture<unknown>,
  label: string,
  text: string,
  key: string | null = 'Enter',
): Promise<HTMLInputElement> {
  const input = field(fixture, label);
  input.value = text;
  input.dispatchEvent(new Event('input'));
  await fixture.whenStable();
  if (key) input.dispatchEvent(new KeyboardEvent('keydown', { key }));
  else input.dispatchEvent(new Event('blur'));
  await fixture.whenStable();
  return input;
}

describe('fields that values are typed into', () => {
  it('tell of a value once, on Enter or on leaving, and not of one that is there already', async () => {
    const fixture = await shown(ThreeFields);
    const { told } = fixture.componentInstance;
    await write(fixture, 'Number', '12,5');
    await write(fixture, 'Length', '20', null);
    await write(fixture, 'Count', '7');
    expect(told).toEqual([12.5, 20, 7]);
    await write(fixture, 'Number', '10');
    expect(told).toEqual([12.5, 20, 7]);
  });

  it('say what is wrong, tell nothing of it, and put back on Escape what was there', async () => {
    const fixture = await shown(ThreeFields);
    const element = fixture.nativeElement as HTMLElement;
    for (const [label, text, words] of [
      ['Number', '501', 'A number from -5 to 500'],
      ['Number', '', 'A number from -5 to 500'],
      ['Count', '3.5', 'A whole number from 3 to 12'],
      ['Count', '13', 'A whole number from 3 to 12'],
      ['Length', 'long', 'Not a length'],
      ['Length', '0.5', 'Must be at least 1.00 mm'],
    ] as const) {
      const input = await write(fixture, label, text);
      expect(input.getAttribute('aria-invalid')).toBe('true');
      const said = element.querySelector('[role=alert]')?.textContent ?? '';
      expect(said.replace(/\s/g, ' ')).toContain(words);
      await write(fixture, label, text, 'Escape');
      expect(input.value).toBe('10');
      expect(element.querySelector('[role=alert]')).toBeNull();
    }
    expect(fixture.componentInstance.told).toEqual([]);
  });

  it('take lengths in any unit, as fractions and sums, and show them in the job’s', async () => {
    const fixture = await shown(ThreeFields);
    await write(fixture, 'Length', '1/2 in');
    await write(fixture, 'Length', '1 m + 3 mm');
    const { told, unit, value } = fixture.componentInstance;
    // One inch is 25.4 mm by definition (international yard and pound agreement, 1959).
    expect(told).toEqual([12.7, 1003]);
    value.set(25.4);
    unit.set('in');
    await fixture.whenStable();
    expect(field(fixture, 'Length').value).toBe('1');
    await write(fixture, 'Length', '2');
    expect(told.at(-1)).toBeCloseTo(50.8, 12);
  });

  it('follow the document, also while it changes from elsewhere', async () => {
    const fixture = await shown(ThreeFields);
    fixture.componentInstance.value.set(4);
    await fixture.whenStable();
    expect(['Number', 'Count', 'Length'].map((label) => field(fixture, label).value)).toEqual([
      '4',
      '4',
      '4',
    ]);
  });

  it('counts are stepped with the arrow keys, and stop at their ends', async () => {
    const fixture = await shown(ThreeFields);
    const input = field(fixture, 'Count');
    for (let k = 0; k < 4; k++) input.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp' }));
    expect(fixture.componentInstance.told).toEqual([11, 12]);
    input.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown' }));
    expect(fixture.componentInstance.told).toEqual([11, 12, 11]);
  });

  it('angles are typed in degrees and told in radians; places change one number at a time', async () => {
    const fixture = await shown(Pair);
    const { turns, places } = fixture.componentInstance;
    expect(field(fixture, 'Turn').value).toBe('30');
    await write(fixture, 'Turn', '45');
    (fixture.nativeElement as HTMLElement).querySelector('button')!.click();
    expect(turns.map((turn) => turn / Math.PI)).toEqual([
      expect.closeTo(1 / 4, 12),
      expect.closeTo(2 / 3, 12),
    ]);
    await write(fixture, 'Post, to the right', '2');
    await write(fixture, 'Post, up', '3 mm');
    expect(places).toEqual([
      { x: 20, y: 2 },
      { x: 1, y: 3 },
    ]);
  });
});
