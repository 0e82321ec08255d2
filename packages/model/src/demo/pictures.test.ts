import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { demoJobs, demoPictures } from './jobs';

describe('pictures of the demo', () => {
  it('are kept under what they are, and all that jobs name are there', () => {
    const kept = demoPictures().map(({ hash, base64 }) => {
      const bytes = Buffer.from(base64, 'base64');
      expect(createHash('sha256').update(bytes).digest('hex')).toBe(hash);
      expect(bytes.subarray(1, 4).toString()).toBe('PNG');
      return hash;
    });
    const named = demoJobs().flatMap(({ job }) =>
      job.pieces.flatMap(({ finish }) => finish?.picture?.picture ?? []),
    );
    expect(named.length).toBeGreaterThan(0);
    for (const hash of named) expect(kept).toContain(hash);
  });
});
