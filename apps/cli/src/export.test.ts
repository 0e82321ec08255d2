import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { EXPORTS } from '@coin-relay/formats';
import { describe, expect, it } from 'vitest';
import { jobFile, run } from './program.testing';

const folder = mkdtempSync(join(tmpdir(), 'coin-relay-export-'));

describe('export', () => {
  it('writes each of the list, on the output or into a file', async () => {
    const lift = jobFile('demo-coin-lift');
    for (const { id } of EXPORTS) {
      const { status, out, error } = await run('export', '--job', lift, '--as', id);
      expect([id, status, error]).toEqual([id, 0, '']);
      expect(out.length).toBeGreaterThan(100);
    }
    const file = join(folder, 'lift.svg');
    expect(
      (await run('export', '--job', lift, '--as', 'svg', '--frame', '12', '--with-path', '--out', file)).out,
    ).toBe('');
    expect(readFileSync(file, 'utf8')).toMatch(/^<\?xml[\s\S]*<\/svg>\n$/);
  });

  it('says which there are, and where it cannot write', async () => {
    const lift = jobFile('demo-coin-lift');
    expect(await run('export', '--job', lift, '--as', 'gif')).toMatchObject({
      status: 2,
      error: expect.stringMatching(/no export “gif”. Take one of svg, svg-moving, parts, job\.$/),
    });
    const nowhere = join(folder, 'no', 'lift.svg');
    expect((await run('export', '--job', lift, '--as', 'svg', '--out', nowhere)).error).toMatch(
      /cannot be written \(ENOENT\)/,
    );
  });
});
