import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import { FoldComponent } from './fold.component';

@Component({
  imports: [FoldComponent],
  template: `
    <relay-fold heading="How it sits" [now]="now()" [open]="open()">
      <ng-template>
        <p>inside</p>
        <relay-fold heading="Further in">
          <ng-template><p>innermost</p></ng-template>
        </relay-fold>
      </ng-template>
    </relay-fold>
  `,
})
class HostComponent {
  readonly now = signal('');
  readonly open = signal(false);
}

function folded() {
  const fixture = TestBed.createComponent(HostComponent);
  fixture.detectChanges();
  const at = fixture.nativeElement as HTMLElement;
  const head = at.querySelector<HTMLElement>('[role="button"]')!;
  const press = (key: string): void => {
    head.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    fixture.detectChanges();
  };
  return { fixture, at, head, press };
}

describe('a fold', () => {
  it('makes what is in it when it is first opened, and keeps it', () => {
    const { fixture, at, head } = folded();
    expect(at.textContent).not.toContain('inside');
    expect(head.getAttribute('aria-expanded')).toBe('false');
    head.click();
    fixture.detectChanges();
    expect(at.textContent).toContain('inside');
    expect(head.getAttribute('aria-expanded')).toBe('true');
    head.click();
    fixture.detectChanges();
    expect(head.getAttribute('aria-expanded')).toBe('false');
    expect(at.textContent).toContain('inside');
  });

  it('is opened and closed by the keys of a button, and by nothing else', () => {
    const { head, press } = folded();
    press('Enter');
    expect(head.getAttribute('aria-expanded')).toBe('true');
    press(' ');
    expect(head.getAttribute('aria-expanded')).toBe('false');
    press('a');
    expect(head.getAttribute('aria-expanded')).toBe('false');
  });

  it('one within another is opened by its own keys, and the outer one stays open', () => {
    const { fixture, at, head, press } = folded();
    const heard: string[] = [];
    const hear = ({ key }: KeyboardEvent): number => heard.push(key);
    press('Enter');
    const inner = at.querySelectorAll<HTMLElement>('[role="button"]')[1];
    document.body.append(at);
    addEventListener('keydown', hear);
    inner.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true }));
    fixture.detectChanges();
    removeEventListener('keydown', hear);
    expect([head, inner].map((each) => each.getAttribute('aria-expanded'))).toEqual(['true', 'true']);
    expect(at.textContent).toContain('innermost');
    // What the page does on a space, play, is not done besides.
    expect(heard).toEqual([]);
  });

  it('opens of itself when there is something in it, and says in its head what', () => {
    const { fixture, head } = folded();
    fixture.componentInstance.open.set(true);
    fixture.componentInstance.now.set('3');
    fixture.detectChanges();
    expect(head.getAttribute('aria-expanded')).toBe('true');
    expect(head.textContent).toMatch(/How it sits\s+3/);
  });

  it('stays as it is when there is nothing in it any more', () => {
    const { fixture, head } = folded();
    const has = (something: boolean): string | null => {
      fixture.componentInstance.open.set(something);
      fixture.detectChanges();
      return head.getAttribute('aria-expanded');
    };
    expect([has(true), has(false)]).toEqual(['true', 'true']);
    has(true);
    head.click();
    expect(has(false)).toBe('false');
  });
});
