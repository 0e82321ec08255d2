import type { Vec } from '@coin-relay/core';
import { beforeEach, describe, expect, it } from 'vitest';
import { PointerControl, type Hit, type PointerUse } from './pointer';

/** An element of which only the events and the place are used. */
class FakeElement extends EventTarget {
  getBoundingClientRect(): { left: number; top: number } {
    return { left: 100, top: 50 };
  }
  setPointerCapture(): void {
    // The events come here anyway.
  }
}

let element: FakeElement;
let done: string[];
let under: Hit;
let placing: boolean;
const place = ({ x, y }: Vec): string => `${x},${y}`;

beforeEach(() => {
  element = new FakeElement();
  done = [];
  under = { on: 'ground' };
  placing = false;
  const use: PointerUse = {
    hit: () => under,
    places: () => placing,
    click: (hit, at, keys) => done.push(`click ${hit.on} ${place(at)}${keys.more ? ' more' : ''}`),
    doubleClick: (hit) => done.push(`double ${hit.on}`),
    dragStart: (hit, at) => {
      done.push(`start ${hit.on} ${place(at)}`);
      return true;
    },
    drag: (at) => done.push(`drag ${place(at)}`),
    dragEnd: () => done.push('end'),
    dragCancel: () => done.push('cancel'),
    box: (a, b) => done.push(`box ${place(a)} ${place(b)}`),
    boxing: () => undefined,
    pan: (dx, dy) => done.push(`pan ${dx},${dy}`),
    zoom: (_at, factor) => done.push(factor > 1 ? 'nearer' : 'farther'),
    hover: () => undefined,
  };
  new PointerControl(element as unknown as HTMLElement, use);
});

function send(kind: string, x = 0, y = 0, more: Record<string, unknown> = {}): void {
  element.dispatchEvent(
    Object.assign(new Event(kind, { cancelable: true }), {
      clientX: 100 + x,
      clientY: 50 + y,
      button: 0,
      pointerId: 1,
      shiftKey: false,
      deltaY: 0,
      ...more,
    }),
  );
}

describe('presses', () => {
  it('a press that hardly moves is a click where it began', () => {
    send('pointerdown', 10, 10);
    send('pointermove', 11, 11);
    send('pointerup', 11, 11, { shiftKey: true });
    expect(done).toEqual(['click ground 10,10 more']);
  });
  it('on a handle it drags from where it was pressed', () => {
    under = { on: 'handle', grip: { of: 'point', index: 0, part: 'point' } };
    send('pointerdown', 10, 10);
    send('pointermove', 20, 10);
    send('pointermove', 30, 10);
    send('pointerup', 30, 10);
    expect(done).toEqual(['start handle 10,10', 'drag 20,10', 'drag 30,10', 'end']);
  });
  it('on the ground it pans; with Shift it draws a box; while placing it places', () => {
    const wipe = (more: Record<string, unknown> = {}): void => {
      send('pointerdown', 0, 0, more);
      send('pointermove', 8, 6, more);
      send('pointerup', 8, 6, more);
    };
    wipe();
    wipe({ shiftKey: true });
    placing = true;
    wipe();
    expect(done).toEqual(['pan 8,6', 'box 0,0 8,6', 'start ground 0,0', 'drag 8,6', 'end']);
  });
  it('other buttons and other pointers do nothing', () => {
    send('pointerdown', 0, 0, { button: 2 });
    send('pointerup', 0, 0);
    under = { on: 'handle', grip: { of: 'point', index: 0, part: 'point' } };
    send('pointerdown', 0, 0);
    send('pointermove', 50, 50, { pointerId: 2 });
    send('pointerup', 50, 50, { pointerId: 2 });
    expect(done).toEqual([]);
  });
  it('a drag that the system takes away is taken back', () => {
    under = { on: 'handle', grip: { of: 'point', index: 0, part: 'point' } };
    send('pointerdown', 0, 0);
    send('pointermove', 9, 9);
    send('pointercancel');
    send('pointerup', 9, 9);
    expect(done).toEqual(['start handle 0,0', 'drag 9,9', 'cancel']);
  });
  it('the wheel zooms', () => {
    send('wheel', 0, 0, { deltaY: -100 });
    send('wheel', 0, 0, { deltaY: 100 });
    expect(done).toEqual(['nearer', 'farther']);
  });
});
