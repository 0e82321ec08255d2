import { demoJobs, fittedRows, machineOf, parseJob, precomputeFrames, type Job } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import { readSvg } from '../svg/read';
import { EXPORTS, writeExport, type ExportInput } from './index';
import { fileName } from './file-name';

const lift = demoJobs().find(({ id }) => id === 'demo-coin-lift')!.job;
const rows = fittedRows(lift);
const input: ExportInput = {
  job: lift,
  machine: machineOf(lift, rows, precomputeFrames(lift, rows)),
  pictures: new Map(),
  platform: null,
  progress: () => undefined,
};
const written = async (id: string, options: unknown = {}, of = input): Promise<string> => {
  const { content } = await EXPORTS.find((way) => way.id === id)!.write(of, options);
  return typeof content === 'string' ? content : expect.fail('is no text');
};

describe('the list of exports', () => {
  it('names each once, with a file that opens by its ending', () => {
    expect(new Set(EXPORTS.map(({ id }) => id)).size).toBe(EXPORTS.length);
    for (const { ending, purpose, title } of EXPORTS) {
      expect(ending).toMatch(/^[a-z.-]*\.[a-z0-9]+$/);
      expect([title, purpose].every((words) => words.length > 3)).toBe(true);
    }
  });

  it('a drawing takes its frame and its path; options of others are passed over', async () => {
    const plain = await written('svg', { frame: 0, path: false, scale: 3 });
    expect(await written('svg', { frame: 20, path: false })).not.toBe(plain);
    const many = (text: string): number => readSvg(text).contours.length;
    expect(many(await written('svg', { path: true }))).toBe(many(plain) + 1);
    expect(await written('svg-moving')).toContain('<animate');
    await expect(written('svg', { frame: 'late' })).rejects.toThrow(/The option frame cannot be used/);
  });

  it('what a moving drawing does not show is said, row by row', () => {
    const machineOfJob = (job: Job): ExportInput => {
      const parsed = parseJob(job);
      const fitted = fittedRows(parsed);
      const machine = machineOf(parsed, fitted, precomputeFrames(parsed, fitted));
      return { ...input, job: parsed, machine };
    };
    const saidOf = (job: Job): readonly string[] =>
      EXPORTS.find(({ id }) => id === 'svg-moving')!.leavesOut!(machineOfJob(job), {});
    expect(saidOf(lift)).toEqual([]);
    const changed = (change: (job: Job) => unknown, id = 'demo-coin-lift'): Job => {
      const job = structuredClone(demoJobs().find((entry) => entry.id === id)!.job);
      change(job);
      return job;
    };
    const drawn = (job: Job): void => {
      job.motion.drives = [{ run: job.runs[0].id, pitches: 2 }];
    };
    expect(saidOf(changed(drawn, 'demo-winding-slide'))).toEqual([
      expect.stringMatching(/^Pieces of “.*” lie over one another as they do in the first frame/),
    ]);
  });

  it('pictures are told of as left out where solids do not carry them', () => {
    const job = structuredClone(demoJobs().find(({ id }) => id === 'demo-coin-lift')!.job);
    const laid = { picture: 'b'.repeat(64), x: 0, y: 0, width: 5, height: 5 };
    for (const piece of job.pieces) piece.finish = { material: null, line: true, picture: laid };
    const fitted = fittedRows(job);
    const machine = machineOf(job, fitted, precomputeFrames(job, fitted));
    const said = (as: string): readonly string[] =>
      EXPORTS.find(({ id }) => id === as)!.leavesOut!({ ...input, job, machine }, {});
    expect(said('glb')).toEqual([]);
    expect(said('stl')).toEqual([expect.stringMatching(/^Pictures on the pieces of “.*” are not in it\.$/)]);
  });

  it('that a picture along a band that travels stays where it is is told of what moves, and of nothing else', () => {
    const { job } = demoJobs().find(({ id }) => id === 'demo-swan-boats')!;
    const said = (change: (job: Job) => unknown, as: string, options: Record<string, unknown>): string[] => {
      const changed = structuredClone(job);
      change(changed);
      const fitted = fittedRows(changed);
      const machine = machineOf(changed, fitted, precomputeFrames(changed, fitted));
      const { leavesOut } = EXPORTS.find(({ id }) => id === as)!;
      return [...leavesOut!({ ...input, job: changed, machine }, options)];
    };
    const frames = { from: 0, to: 24 };
    const stays = [expect.stringMatching(/^The picture along “.*” stays where it is in the first frame\.$/)];
    expect(said(() => 0, 'glb', { frames })).toEqual(stays);
    expect(said(() => 0, 'html', { view: 'corner' })).toEqual(stays);
    expect(said(() => 0, 'glb', {})).toEqual([]);
    expect(said(() => 0, 'obj', {})).toEqual([]);
    const stand = ({ motion }: Job): unknown => (motion.drives = []);
    expect(said(stand, 'glb', { frames })).toEqual([]);
  });

  it('the job comes back as it was, also where nothing fits', async () => {
    const bare = { ...input, machine: null };
    expect(parseJob(JSON.parse(await written('job', {}, bare)))).toEqual(lift);
    await expect(written('parts', {}, bare)).rejects.toThrow(/No row of this job can be fitted/);
    await expect(writeExport(EXPORTS, lift, 'parts', { options: { runs: ['other'] } })).rejects.toThrow(
      /other/,
    );
  });

  it('no row chosen is refused in words, whatever is to be written', async () => {
    const { job } = demoJobs()[0];
    for (const { id } of EXPORTS)
      await expect(writeExport(EXPORTS, job, id, { options: { runs: [] } })).rejects.toThrow(
        'No row is chosen. Choose one at least.',
      );
  });

  it('files are named after their job', () => {
    expect(fileName('Café, lift №2', '.svg')).toBe('cafe-lift-no2.svg');
    expect(fileName('…', '-parts.csv')).toBe('job-parts.csv');
    expect([
      fileName('Coin lift', '.svg'),
      fileName('../..', '.json'),
      fileName('Déjà vu: 2', '.svg'),
    ]).toEqual(['coin-lift.svg', 'job.json', 'deja-vu-2.svg']);
  });
});
