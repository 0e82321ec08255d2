import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { WebIO } from '@gltf-transform/core';
import { demoJobs } from '@coin-relay/model';
import { readSvg } from '@coin-relay/formats';
import { PNG } from 'pngjs';
import { STLLoader } from 'three/examples/jsm/loaders/STLLoader.js';
import { beforeAll, describe, expect, it } from 'vitest';
import { answer, jobFile, run } from './program.testing';

const folder = mkdtempSync(join(tmpdir(), 'coin-relay-space-'));
const at = (name: string): string => join(folder, name);
const lift = (...more: string[]): string[] => ['export', '--job', jobFile('demo-coin-lift'), ...more];
const SMALL = ['--size', '320x240', '--tolerance', '0.4'];

/** Pixels that are darker than paper. */
function inked(file: string): number {
  const { data } = PNG.sync.read(readFileSync(file));
  let many = 0;
  for (let p = 0; p < data.length; p += 4) if (data[p] < 160) many++;
  return many;
}

describe('pictures in space', () => {
  it('in ink, seen from a side: hidden lines are there as well where they are asked for', async () => {
    const ink = ['--to', 'frames', '--view', 'corner', '--look', 'ink', '--frames', '0..2', '--step', '2'];
    const told = await answer(...lift(...ink, ...SMALL, '--out', at('ink')));
    expect(told['files']).toHaveLength(2);
    const [first, second] = told['files'] as string[];
    expect(inked(first)).toBeGreaterThan(500);
    expect(readFileSync(first).equals(readFileSync(second))).toBe(false);
    const dashed = await answer(...lift(...ink, '--hidden', ...SMALL, '--out', at('dashed')));
    expect(inked((dashed['files'] as string[])[0])).toBeGreaterThan(inked(first) * 1.1);
  });

  it('in light and shadow they are the browser’s: that is said, with what to do', async () => {
    expect(
      await run(...lift('--to', 'frames', '--view', 'front', ...SMALL, '--out', at('no'))),
    ).toMatchObject({
      status: 2,
      error: expect.stringMatching(/in a browser that has WebGL, not here\. Take them in ink \(--look ink\)/),
    });
    expect(existsSync(at('no/frame-0000.png'))).toBe(false);
  });
});

describe('a drawing in ink', () => {
  const drawn = async (name: string, ...more: string[]): Promise<string> => {
    await answer(...lift('--to', 'svg', '--tolerance', '0.05', ...more, '--out', at(name)));
    return readFileSync(at(name), 'utf8');
  };
  const sizeOf = (text: string): number[] =>
    (/width="([\d.]+)mm" height="([\d.]+)mm"/.exec(text) ?? []).slice(1).map(Number);

  it('is as large as the solids are, seen from the front, the side and above (read as STL by three)', async () => {
    await answer(...lift('--to', 'stl', '--tolerance', '0.05', '--out', at('lift.stl')));
    const bytes = readFileSync(at('lift.stl'));
    const solids = new STLLoader().parse(Uint8Array.from(bytes).buffer);
    solids.computeBoundingBox();
    const { min, max } = solids.boundingBox!;
    const [x, y, z] = [max.x - min.x, max.y - min.y, max.z - min.z];
    // There is a millimetre free all round.
    for (const [view, wide, high] of [
      ['front', x, y],
      ['side', z, y],
      ['above', x, z],
    ] as const) {
      const [width, height] = sizeOf(await drawn(`${view}.svg`, '--view', view));
      expect([view, width - 2, height - 2]).toEqual([view, expect.closeTo(wide, 1), expect.closeTo(high, 1)]);
    }
  });

  it('turned by nothing is from the front, to the sign', async () => {
    const front = await drawn('front.svg', '--view', 'front');
    expect(await drawn('turned.svg', '--view', 'turned', '--turn', '0', '--tilt', '0')).toBe(front);
    expect(await drawn('turned.svg', '--view', 'turned', '--turn', '40', '--tilt', '10')).not.toBe(front);
  });

  it('is lines that our reader finds again, a group for each row', async () => {
    const text = await drawn('corner.svg', '--view', 'corner', '--hidden', '--with', 'path,wheels');
    expect(text).toContain('stroke-dasharray');
    expect(text).toMatch(/<g id="row-[^"]+-pieces"/);
    expect(text).toMatch(/<g id="row-[^"]+-path"/);
    expect(readSvg(text).contours.length).toBeGreaterThan(500);
  });

  it('says what it cannot be turned by', async () => {
    expect(
      await run(...lift('--to', 'svg', '--view', 'turned', '--turn', '500', '--out', at('x.svg'))),
    ).toMatchObject({ status: 2, error: expect.stringMatching(/option turn cannot be used/) });
    expect(await run(...lift('--to', 'svg', '--view', 'below', '--out', at('x.svg')))).toMatchObject({
      status: 2,
      error: expect.stringMatching(/option view cannot be used/),
    });
  });

  it('marks are where places are left out, in plan and in space', async () => {
    const job = jobFile('demo-prize-carousel');
    const gaps = demoJobs()
      .find(({ id }) => id === 'demo-prize-carousel')!
      .job.runs.flatMap(({ setOut }) => setOut?.byHand ?? [])
      .filter(({ leftOut }) => leftOut).length;
    for (const view of ['plan', 'corner']) {
      await answer(
        ...['export', '--job', job, '--to', 'svg', '--view', view, '--with', 'marks', '--tolerance', '0.4'],
        ...['--out', at('marks.svg')],
      );
      const [, group] =
        /id="row-[^"]*-left-out"[^>]*>([\s\S]*?)<\/g>/.exec(readFileSync(at('marks.svg'), 'utf8')) ?? [];
      expect(gaps).toBeGreaterThan(0);
      // One cross each.
      expect(group.match(/<(use|path)/g)).toHaveLength(gaps);
    }
  });
});

describe('a page of solids', () => {
  const here = new URL('../../../', import.meta.url);
  beforeAll(async () => {
    if (existsSync(fileURLToPath(new URL('apps/cli/dist/viewer.js', here)))) return;
    const { buildViewer } = (await import(new URL('scripts/bundle.mjs', here).href)) as {
      buildViewer: (file: string) => Promise<void>;
    };
    await buildViewer('apps/cli/dist/viewer.js');
  });

  it('loads nothing: its solids are in it, as glTF', async () => {
    const told = await answer(
      ...lift('--to', 'html', '--view', 'corner', '--tolerance', '0.4', '--out', at('page.html')),
    );
    expect(told).toMatchObject({ frames: 120, links: 93 });
    const page = readFileSync(at('page.html'), 'utf8');
    expect(page).toContain(`default-src 'none'`);
    expect(page).not.toMatch(/<(script|link|img)[^>]+(src|href)=/);
    expect(page.match(/<\/script>/g)).toHaveLength(3);
    const [, packed] = /<script id="solids"[^>]*>([^<]*)</.exec(page) ?? [];
    const root = (await new WebIO().readBinary(Uint8Array.from(Buffer.from(packed, 'base64')))).getRoot();
    expect(root.listMeshes().length).toBeGreaterThan(3);
    expect(root.listAnimations()).toHaveLength(1);
  });
});

describe('what a job names', () => {
  it('pictures on pieces are in what is drawn, from the folder beside it or the one that is named', async () => {
    const job = structuredClone(demoJobs().find(({ id }) => id === 'demo-coin-lift')!.job);
    const png = PNG.sync.write(
      Object.assign(new PNG({ width: 2, height: 2 }), { data: Buffer.alloc(16, 255) }),
    );
    const { createHash } = await import('node:crypto');
    const picture = createHash('sha256').update(png).digest('hex');
    for (const piece of job.pieces)
      piece.finish = { material: null, line: true, picture: { picture, x: -4, y: 4, width: 8, height: 8 } };
    writeFileSync(at('pictured.json'), JSON.stringify(job));
    const svg = async (): Promise<string> => {
      await answer('export', '--job', at('pictured.json'), '--to', 'svg', '--out', at('pictured.svg'));
      return readFileSync(at('pictured.svg'), 'utf8');
    };
    expect(await svg()).not.toContain('data:image/png');
    writeFileSync(at(`${picture}.png`), png);
    expect(await svg()).toContain('data:image/png;base64,');
    // A job with all it names carries them itself.
    await answer('export', '--job', at('pictured.json'), '--to', 'job-bundle', '--out', at('all.relay.zip'));
    const empty = mkdtempSync(join(tmpdir(), 'coin-relay-empty-'));
    await answer(
      ...['export', '--job', at('all.relay.zip'), '--named', empty, '--to', 'glb', '--tolerance', '0.4'],
      ...['--out', at('pictured.glb')],
    );
    const glb = await new WebIO().readBinary(Uint8Array.from(readFileSync(at('pictured.glb'))));
    expect(glb.getRoot().listTextures().length).toBeGreaterThan(0);
  });
});
