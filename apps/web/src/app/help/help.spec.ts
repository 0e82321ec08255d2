import { Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { describe, expect, it, vi } from 'vitest';
import { HelpSheetComponent } from './help-sheet.component';
import { TermComponent } from './term.component';
import { TERMS, termsOf } from './terms';

describe('what words mean', () => {
  it('is read from the page about the fit, a sentence each', () => {
    expect(TERMS.size).toBeGreaterThan(15);
    for (const [word, means] of TERMS)
      expect([word, means]).toEqual([word, expect.stringMatching(/^[A-Z].*\.$/)]);
    expect([...termsOf('a\n- **Pin**: where two meet.\nb')]).toEqual([['Pin', 'Where two meet.']]);
  });

  it('is told on focus, and put away with Escape', async () => {
    @Component({ imports: [TermComponent], template: '<relay-term of="Ripple">ppm</relay-term>' })
    class Host {}
    const fixture = TestBed.createComponent(Host);
    const term = (fixture.nativeElement as HTMLElement).querySelector<HTMLElement>('.term')!;
    const told = (): string => document.querySelector('.ant-tooltip')?.textContent ?? '';
    term.dispatchEvent(new FocusEvent('focus'));
    await vi.waitFor(() => expect(term.getAttribute('aria-description')).toBe(TERMS.get('Ripple')));
    await fixture.whenStable();
    await vi.waitFor(() => expect(told()).toContain('parts per million'));
    term.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
    await fixture.whenStable();
    await vi.waitFor(() => expect(told()).not.toContain('parts per million'));
  });
});

describe('the page about the fit', () => {
  it('is shown as it stands in the documents', async () => {
    const fixture = TestBed.createComponent(HelpSheetComponent);
    fixture.componentRef.setInput('visible', true);
    await fixture.whenStable();
    const help = await vi.waitFor(() => {
      const found = document.querySelector('.help');
      expect(found).not.toBeNull();
      return found!;
    });
    expect(document.querySelector('[role=dialog], .ant-modal')?.textContent).toContain('How a row is fitted');
    expect(help.querySelectorAll('table tr')).toHaveLength(6);
    expect(help.textContent).toContain('What gives way');
  });
});
