import { existsSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoJobs, type Job } from '@coin-relay/model';
import { GifReader } from 'omggif';
import { PNG } from 'pngjs';
import UPNG from 'upng-js';
import { describe, expect, it } from 'vitest';
import { answer, jobFile, run } from './program.testing';

const folder = mkdtempSync(join(tmpdir(), 'coin-relay-frames-'));
const lift = (): string => jobFile('demo-coin-lift');
const pictures = (...more: string[]): string[] => ['export', '--job', lift(), '--size', '320x240', ...more];
const decoded = (file: string): PNG => PNG.sync.read(readFileSync(file));
/** Pixels that are another colour in one picture than in the other. */
const differing = (a: Uint8Array, b: Uint8Array): number => {
  let many = 0;
  for (let p = 0; p < a.length; p += 4)
    if ([0, 1, 2, 3].some((c) => Math.abs(a[p + c] - b[p + c]) > 8)) many++;
  return many;
};

describe('frames', () => {
  it('are numbered pictures of the size that is asked for, which another decoder reads', async () => {
    const out = join(folder, 'some');
    const told = await answer(
      ...pictures('--to', 'frames', '--frames', '4..10', '--step', '2', '--out', out),
    );
    expect((told['files'] as string[]).map((file) => file.slice(out.length + 1))).toEqual(
      [4, 6, 8, 10].map((frame) => `frame-000${frame}`.replace('00010', '0010') + '.png'),
    );
    const [first, second] = (told['files'] as string[]).map(decoded);
    expect([first.width, first.height]).toEqual([320, 240]);
    expect(differing(first.data, second.data)).toBeGreaterThan(200);
    // The paper, and something on it.
    expect([...first.data.subarray(0, 4)]).toEqual([0xf7, 0xf3, 0xea, 255]);
    const clear = join(folder, 'clear');
    await answer(...pictures('--to', 'frames', '--frames', '4..4', '--clear', '--out', clear));
    const { data } = decoded(join(clear, 'frame-0004.png'));
    expect(data[3]).toBe(0);
    expect(data.some((value, i) => i % 4 === 3 && value === 255)).toBe(true);
  });

  it('wheels and path are in them, or not', async () => {
    const painted = async (parts: string): Promise<Uint8Array> => {
      const out = join(folder, `with-${parts.replace(',', '-')}`);
      await answer(...pictures('--to', 'frames', '--frames', '0..0', '--with', parts, '--out', out));
      return decoded(join(out, 'frame-0000.png')).data;
    };
    const wheels = await painted('wheels');
    expect(differing(wheels, await painted('path'))).toBeGreaterThan(2_000);
    // The path shows between pieces that stand apart.
    const boats = [
      '--job',
      jobFile('demo-swan-boats'),
      '--to',
      'frames',
      '--size',
      '320x240',
      '--frames',
      '0..0',
    ];
    const [bare, drawn] = ['wheels', 'path'].map((parts) => join(folder, `boats-${parts}`));
    await answer('export', ...boats, '--with', 'wheels', '--out', bare);
    await answer('export', ...boats, '--with', 'path', '--out', drawn);
    const [without, within] = [bare, drawn].map((out) => decoded(join(out, 'frame-0000.png')).data);
    expect(differing(without, within)).toBeGreaterThan(100);
    expect(await run(...pictures('--to', 'frames', '--with', 'wheel', '--out', folder))).toMatchObject({
      status: 2,
      error: expect.stringMatching(/--with takes path, marks, wheels, machine, ground/),
    });
  });

  it('parts never overlap, and together are all; what is there is not made again', async () => {
    const out = join(folder, 'parts');
    const part = async (shard: string): Promise<{ files: string[]; there: number }> =>
      (await answer(
        ...pictures('--to', 'frames', '--frames', '0..6', '--shard', shard, '--out', out),
      )) as never;
    const made = [await part('1/3'), await part('2/3'), await part('3/3')].map(({ files }) => files);
    expect(made.map((files) => files.length)).toEqual([3, 2, 2]);
    expect(new Set(made.flat()).size).toBe(7);
    expect(readdirSync(out).filter((name) => name.endsWith('.png'))).toHaveLength(7);
    expect(readdirSync(out).filter((name) => name.includes('.part'))).toEqual([]);
    expect(await part('1/1')).toMatchObject({ files: [], there: 7 });
    // One that was cut off is no whole one.
    const [cut] = made[1];
    const whole = readFileSync(cut);
    writeFileSync(cut, whole.subarray(0, whole.length - 20));
    expect((await part('2/3')).files).toEqual([cut]);
    expect(readFileSync(cut).equals(whole)).toBe(true);
  });

  it('frames of another job, or with other options, are not taken for these', async () => {
    const out = join(folder, 'mine');
    await answer(...pictures('--to', 'frames', '--frames', '0..1', '--out', out));
    for (const change of [
      ['--frames', '0..2'],
      ['--frames', '0..1', '--clear'],
    ])
      expect(await run(...pictures('--to', 'frames', ...change, '--out', out))).toMatchObject({
        status: 2,
        error: expect.stringMatching(/made from another job or with other options/),
      });
  });

  it.each([
    [['--frames', '0..1000000'], /1,000,001 pictures are more than 10,000/],
    [['--frames', '9..3'], /the first and the last one/],
    [['--size', '9000x100'], /option width cannot be used/],
    [['--size', 'large'], /--size is width and height in pixels/],
    [['--shard', '4/3'], /--shard is the part and of how many/],
    [['--run', 'none'], /none/],
  ])('%j: what is wrong is said, and nothing is written', async (options, words) => {
    const out = join(folder, `wrong-${options.join('').replace(/\W/g, '')}`);
    expect(await run(...pictures('--to', 'frames', ...options, '--out', out))).toMatchObject({
      status: 2,
      error: expect.stringMatching(words),
    });
    expect(existsSync(out) ? readdirSync(out).filter((name) => name !== 'made-from.json') : []).toEqual([]);
  });

  it('a folder that cannot be made, and part of one file, are said', async () => {
    const file = join(folder, 'a-file');
    writeFileSync(file, '');
    expect((await run(...pictures('--to', 'frames', '--out', join(file, 'below')))).error).toMatch(
      /cannot be written \(ENOTDIR\)/,
    );
    expect((await run(...pictures('--to', 'gif', '--shard', '1/2', '--out', file))).error).toMatch(
      /--shard is for several files/,
    );
  });
});

describe('pictures that move', () => {
  const short = ['--frames', '0..11'];

  it('animated PNG: as many frames as asked for, at the rate of the loop', async () => {
    const file = join(folder, 'lift.apng');
    const told = await answer(...pictures('--to', 'apng', ...short, '--out', file));
    expect(told).toMatchObject({ frames: 12, type: 'image/apng' });
    const bytes = readFileSync(file);
    const read = UPNG.decode(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
    expect([read.width, read.height, read.frames.length]).toEqual([320, 240, 12]);
    const { framesPerSecond } = demoJobs().find(({ id }) => id === 'demo-coin-lift')!.job.motion;
    expect(read.frames.every(({ delay }) => Math.abs(delay - 1000 / framesPerSecond) <= 1)).toBe(true);
    // Each picture is the numbered one, pixel for pixel.
    const out = join(folder, 'as-frames');
    await answer(...pictures('--to', 'frames', ...short, '--out', out));
    const painted = UPNG.toRGBA8(read);
    for (const frame of [0, 7]) {
      const { data } = decoded(join(out, `frame-${String(frame).padStart(4, '0')}.png`));
      expect(differing(data, new Uint8Array(painted[frame]))).toBe(0);
    }
  });

  it('animated GIF: the same pictures in 256 colours, as long as the loop', async () => {
    const file = join(folder, 'lift.gif');
    await answer(...pictures('--to', 'gif', ...short, '--out', file));
    const read = new GifReader(readFileSync(file));
    expect([read.width, read.height, read.numFrames(), read.loopCount()]).toEqual([320, 240, 12, 0]);
    const hundredths = Array.from({ length: 12 }, (_, i) => read.frameInfo(i).delay);
    const { framesPerSecond } = demoJobs().find(({ id }) => id === 'demo-coin-lift')!.job.motion;
    expect(hundredths.reduce((a, b) => a + b, 0)).toBe(Math.round(1200 / framesPerSecond));
    const out = join(folder, 'as-frames');
    const [pixels, { data }] = [new Uint8Array(4 * 320 * 240), decoded(join(out, 'frame-0000.png'))];
    read.decodeAndBlitFrameRGBA(0, pixels);
    const off = data.reduce((sum, value, i) => sum + Math.abs(value - pixels[i]), 0) / data.length;
    expect(off).toBeLessThan(2);
  });

  it('a film has no encoder here, and it is said what to take', async () => {
    const file = join(folder, 'lift.mp4');
    expect(await run(...pictures('--to', 'mp4', '--out', file))).toMatchObject({
      status: 2,
      error: expect.stringMatching(/Nothing here can make MP4 \(H.264\).*animated PNG/),
    });
    expect(existsSync(file)).toBe(false);
  });

  it('numbered frames as one ZIP file', async () => {
    const file = join(folder, 'lift.zip');
    await answer(...pictures('--to', 'frames', '--frames', '0..2', '--out', file));
    const names = readFileSync(file)
      .toString('latin1')
      .match(/frame-000\d\.png/g);
    expect(new Set(names).size).toBe(3);
  });

  it('a job that cannot be fitted is said', async () => {
    const job = structuredClone(demoJobs().find(({ id }) => id === 'demo-coin-lift')!.job) as Job;
    job.pieces.forEach((piece) => (piece.pitch = 900));
    expect(
      await run('export', '--job', jobFile(job), '--to', 'gif', '--out', join(folder, 'no.gif')),
    ).toMatchObject({ status: 2, error: expect.stringMatching(/no straight span joins them/) });
  });
});
