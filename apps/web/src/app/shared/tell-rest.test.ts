import type { ApplicationRef } from '@angular/core';
import { BehaviorSubject } from 'rxjs';
import { expect, it } from 'vitest';
import { tellRest } from './tell-rest';

it('the page says so while something of it is still to come', () => {
  const isStable = new BehaviorSubject(false);
  const said = new Map<string, boolean>();
  const page = { toggleAttribute: (name: string, on: boolean) => said.set(name, on) };
  tellRest({ isStable } as unknown as ApplicationRef, page as unknown as HTMLElement);
  expect(said.get('data-changing')).toBe(true);
  isStable.next(true);
  expect(said.get('data-changing')).toBe(false);
});
