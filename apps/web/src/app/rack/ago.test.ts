import { expect, it } from 'vitest';
import { ago } from './ago';

it('says how long ago', () => {
  const now = new Date('2026-05-01T12:00:00Z');
  expect(
    [
      '2026-05-01T11:59:30Z',
      '2026-05-01T11:59:00Z',
      '2026-05-01T10:00:00Z',
      '2026-04-29T12:00:00Z',
      '2026-01-02T00:00:00Z',
    ].map((t) => ago(t, now)),
  ).toEqual(['just now', '1 minute ago', '2 hours ago', '2 days ago', 'on 2026-01-02']);
});
