import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { EXPORTS, isText } from '@coin-relay/formats';
import { demoJobs } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { jobFile, run } from './program.testing';

const folder = mkdtempSync(join(tmpdir(), 'coin-relay-export-'));

describe('export', () => {
  it('writes each of the list, on the output or into a file', async () => {
    const lift = jobFile('demo-coin-lift');
    for (const { id } of EXPORTS.filter(isText)) {
      const { status, out, error } = await run('export', '--job', lift, '--to', id);
      expect([id, status, error]).toEqual([id, 0, '']);
      expect(out.length).toBeGreaterThan(100);
    }
    const file = join(folder, 'lift.svg');
    expect(
      (
        await run(
          'export',
          '--job',
          lift,
          '--to',
          'svg',
          '--frame',
          '12',
          '--with',
          'path,wheels',
          '--out',
          file,
        )
      ).out,
    ).toMatch(/"files":\[".*lift\.svg"\],"bytes":\d+/);
    expect(readFileSync(file, 'utf8')).toMatch(/^<\?xml[\s\S]*<\/svg>\n$/);
  });

  it('GLB: into a file, still or over frames, as bytes; not on the output', async () => {
    const lift = jobFile('demo-coin-lift');
    const still = join(folder, 'lift.glb');
    const moving = join(folder, 'moving.glb');
    const told = await run('export', '--job', lift, '--to', 'glb', '--out', still);
    expect(JSON.parse(told.out)).toMatchObject({ files: [still], type: 'model/gltf-binary' });
    await run('export', '--job', lift, '--to', 'glb', '--frames', '0..20', '--out', moving);
    const [a, b] = [still, moving].map((path) => readFileSync(path));
    expect(JSON.parse(told.out)).toMatchObject({ bytes: a.length });
    expect([a, b].map((bytes) => bytes.toString('latin1', 0, 4))).toEqual(['glTF', 'glTF']);
    expect(b.length).toBeGreaterThan(a.length);
    expect((await run('export', '--job', lift, '--to', 'glb')).error).toMatch(/--out FILE/);
    const few = await run('export', '--job', lift, '--to', 'glb', '--tolerance', '1', '--out', still);
    expect((JSON.parse(few.out) as { bytes: number }).bytes).toBeLessThan(a.length);
  });

  it('places: at a frame, over a range, of some runs', async () => {
    const drive = jobFile('demo-arcade-drive');
    const rows = async (...more: string[]): Promise<string[]> => {
      const { out, error } = await run('export', '--job', drive, '--to', 'places', ...more);
      expect(error).toBe('');
      return out.trim().split('\r\n').slice(1);
    };
    const all = await rows('--frame', '5');
    const some = await rows('--frame', '5', '--run', 'lift,cross');
    expect(some.length).toBeLessThan(all.length);
    expect(all).toEqual(expect.arrayContaining(some));
    expect(new Set(some.map((row) => row.split(',')[1]))).toEqual(new Set(['lift', 'cross']));
    expect(await rows('--frames', '5..6', '--run', 'lift,cross')).toHaveLength(2 * some.length);
    expect(await rows('--frames', '5..5')).toEqual(all);
    for (const [frames, words] of [
      ['9..3', /the first and the last one/],
      ['0..1000000', /more than 200,000 placements/],
    ] as const)
      expect(await run('export', '--job', drive, '--to', 'places', '--frames', frames)).toMatchObject({
        status: 2,
        error: expect.stringMatching(words),
      });
    const wrong = await run('export', '--job', drive, '--to', 'places', '--run', 'none');
    expect([wrong.status, wrong.error]).toEqual([2, expect.stringContaining('none')]);
  });

  it('repeats a hand-off that is kept with the job; what is typed goes before it', async () => {
    const job = structuredClone(demoJobs().find(({ id }) => id === 'demo-coin-lift')!.job);
    job.handOffs = [{ id: 'h', name: 'For the wall', as: 'svg', options: { path: true, wheels: false } }];
    const kept = async (...more: string[]): Promise<string> =>
      (await run('export', '--job', jobFile(job), '--kept', 'For the wall', ...more)).out;
    expect(await kept()).toContain('id="row-row-path"');
    expect(await kept()).not.toContain('id="row-row-wheels"');
    expect(await kept('--with', 'wheels')).toContain('id="row-row-wheels"');
    expect(await run('export', '--job', jobFile(job), '--kept', 'For the roof')).toMatchObject({
      status: 2,
      error: expect.stringMatching(/no hand-off “For the roof” in this job. It keeps “For the wall”\./),
    });
    expect((await run('export', '--job', jobFile(job))).error).toMatch(/--to ID, or --kept NAME/);
  });

  it('says which there are, and where it cannot write', async () => {
    const lift = jobFile('demo-coin-lift');
    expect(await run('export', '--job', lift, '--to', 'pdf')).toMatchObject({
      status: 2,
      error: expect.stringMatching(
        /no export “pdf”. Take one of svg, svg-moving, dxf, glb, stl, obj, frames, mp4, webm, apng, gif, html, places, places-json, parts, parts-page, job, job-bundle\.$/,
      ),
    });
    const nowhere = join(folder, 'no', 'lift.svg');
    expect((await run('export', '--job', lift, '--to', 'svg', '--out', nowhere)).error).toMatch(
      /cannot be written \(ENOENT\)/,
    );
  });
});
