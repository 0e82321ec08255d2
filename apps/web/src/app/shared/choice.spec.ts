import { Component, signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { By } from '@angular/platform-browser';
import { NzSelectComponent } from 'ng-zorro-antd/select';
import { describe, expect, it } from 'vitest';
import { CHOICE } from './choice.directive';

@Component({
  imports: [CHOICE],
  template: `
    <nz-select relayChoice="Its way" [value]="way()" (chosen)="take($event)">
      <nz-option nzValue="on" nzLabel="on, round after round" />
      <nz-option nzValue="to-and-fro" nzLabel="to and fro" />
    </nz-select>
    <nz-select relayMenu="Add a rule" (chosen)="told.push($event)" nzPlaceHolder="add a rule for…">
      <nz-option nzValue="first" nzLabel="the first" />
    </nz-select>
  `,
})
class Host {
  readonly way = signal('on');
  readonly told: string[] = [];
  refuses = false;

  take(way: string): void {
    this.told.push(way);
    if (!this.refuses) this.way.set(way);
  }
}

async function shown(): Promise<{
  fixture: ComponentFixture<Host>;
  host: Host;
  lists: NzSelectComponent[];
  boxes: HTMLInputElement[];
  read: (n: number) => string;
  take: (n: number, value: string) => Promise<void>;
}> {
  const fixture = TestBed.createComponent(Host);
  await fixture.whenStable();
  const found = fixture.debugElement.queryAll(By.directive(NzSelectComponent));
  const at = (n: number): HTMLElement => found[n].nativeElement as HTMLElement;
  const lists = found.map(({ componentInstance }) => componentInstance as NzSelectComponent);
  return {
    fixture,
    host: fixture.componentInstance,
    lists,
    boxes: [0, 1].map((n) => at(n).querySelector('input')!),
    read: (n) => at(n).textContent.trim(),
    take: async (n, value) => {
      lists[n].onItemClick(value);
      await fixture.whenStable();
    },
  };
}

describe('a list to choose from', () => {
  it('shows what holds, and tells what is chosen', async () => {
    const { host, read, take } = await shown();
    expect(read(0)).toBe('on, round after round');
    await take(0, 'to-and-fro');
    expect(host.told).toEqual(['to-and-fro']);
    expect(read(0)).toBe('to and fro');
  });

  it('where the choice is refused it shows again what holds', async () => {
    const { host, read, take } = await shown();
    host.refuses = true;
    await take(0, 'to-and-fro');
    expect(host.told).toEqual(['to-and-fro']);
    expect(read(0)).toBe('on, round after round');
  });

  it('of things to do none holds afterwards, and each can be done again', async () => {
    const { host, read, take } = await shown();
    await take(1, 'first');
    expect(read(1)).toBe('add a rule for…');
    await take(1, 'first');
    expect(host.told).toEqual(['first', 'first']);
  });

  it('says what it is, and what holds, to those who do not see it', async () => {
    const { boxes, fixture } = await shown();
    const [box] = boxes;
    expect(box.getAttribute('role')).toBe('combobox');
    expect(box.getAttribute('aria-label')).toBe('Its way');
    expect(box.getAttribute('aria-expanded')).toBe('false');
    const described = (fixture.nativeElement as HTMLElement).querySelector(
      `#${box.getAttribute('aria-describedby')!}`,
    );
    expect(described?.textContent.trim()).toBe('on, round after round');
  });

  it('opens with the keys of a list; keys of the page do not open it', async () => {
    const { lists, boxes, fixture } = await shown();
    const press = async (init: KeyboardEventInit & { keyCode: number }): Promise<boolean> => {
      boxes[0].dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, cancelable: true, ...init }));
      await fixture.whenStable();
      return lists[0].nzOpen;
    };
    expect(await press({ key: 'z', ctrlKey: true, keyCode: 90 })).toBe(false);
    expect(await press({ key: 'Shift', keyCode: 16 })).toBe(false);
    expect(await press({ key: 'ArrowDown', keyCode: 40 })).toBe(true);
    expect(boxes[0].getAttribute('aria-expanded')).toBe('true');
  });

  it('once it is closed tells of no list, also while that is on its way out', async () => {
    const { lists, boxes, fixture } = await shown();
    const [box] = boxes;
    box.dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, key: 'ArrowDown', keyCode: 40 }));
    await fixture.whenStable();
    const options = (): HTMLElement[] => [...document.querySelectorAll<HTMLElement>('nz-option-item')];
    await expect.poll(() => box.getAttribute('aria-controls')).not.toBeNull();
    const list = document.getElementById(box.getAttribute('aria-controls')!)!;
    lists[0].setOpenState(false);
    // Another one is under the pointer while it fades.
    options()[0]?.classList.toggle('ant-select-item-option-active');
    list.append(document.createElement('i'));
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(box.getAttribute('aria-expanded')).toBe('false');
    expect(box.getAttribute('aria-controls')).toBeNull();
    expect(box.getAttribute('aria-activedescendant')).toBeNull();
  });
});
