import {
  articleOf,
  demoJobs,
  fittedRows,
  machineOf,
  PLAIN_SET_OUT,
  type Job,
  type Machine,
} from '@coin-relay/model';
import { jobParts } from '@coin-relay/scene';
import { JSDOM } from 'jsdom';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { drawSvg } from '../svg-out';
import { partsListCsv, partsListPage } from './index';

const demo = (id: string): Job => structuredClone(demoJobs().find((entry) => entry.id === id)!.job);
const machine = (job: Job): Machine => machineOf(job, fittedRows(job));
const linesOf = (csv: string): Record<string, string>[] =>
  Papa.parse<Record<string, string>>(csv, { header: true, skipEmptyLines: true }).data;

describe('a parts list as a table', () => {
  it('counts line by line; a name is never a formula', () => {
    const job = demo('demo-coin-lift');
    job.pieces[0].name = '=1+1, "quoted"';
    const csv = partsListCsv(jobParts(machine(job)));
    expect(csv).toContain(`"'=1+1, ""quoted""",45,12.7,`);
    const lines = linesOf(csv);
    const of = (part: string): Record<string, string>[] => lines.filter((line) => line['part'] === part);
    expect(of('pin')[0]['count']).toBe('90');
    expect(of('piece').reduce((sum, line) => sum + Number(line['count']), 0)).toBe(90);
    expect(of('row')[0]).toMatchObject({ count: '90', mass_g: '800.100' });
    // Two sprockets of the pitch as fitted and a plain idler: d = p / sin(π / z) (ISO 606).
    const pitch = [...machine(job).rows.values()][0].fit.effectivePitch!;
    const toothed = of('wheel').filter((line) => line['teeth'] !== '');
    expect(toothed.map((line) => line['teeth'])).toEqual(['17', '38']);
    for (const line of toothed)
      expect(Number(line['diameter_mm'])).toBeCloseTo(pitch / Math.sin(Math.PI / Number(line['teeth'])), 2);
    expect(of('wheel')).toHaveLength(3);
  });

  it('a row of a trade size has a price: so many metres of the supplier’s article', () => {
    const made = machine(demo('demo-coin-lift'));
    const [{ article, price, list }] = jobParts(made).rows;
    expect(article).toBe(articleOf(made.job.pieces[0]));
    expect(price).toBeCloseTo((Math.ceil(list.length / 100) / 10) * article!.pricePerMetre, 2);
    const own = demo('demo-coin-lift');
    own.pieces.forEach((piece) => (piece.pitch = 13.1));
    own.wheels.forEach((wheel) => (wheel.size = { by: 'radius', radius: 60 }));
    expect(jobParts(machine(own)).rows[0]).toMatchObject({ article: null, price: null });
  });

  it('all rows, or those that are asked for; what they come to together', () => {
    const made = machine(demo('demo-arcade-drive'));
    const all = linesOf(partsListCsv(jobParts(made)));
    expect(new Set(all.map((line) => line['row'])).size).toBe(made.rows.size + 1);
    expect(all.at(-1)).toMatchObject({ part: 'all' });
    const [first] = made.rows.keys();
    const one = linesOf(partsListCsv(jobParts(made, [first])));
    expect(new Set(one.map((line) => line['row'])).size).toBe(1);
    expect(one.at(-1)).toMatchObject({ part: 'row' });
  });

  it('places that are left out are told', () => {
    const job = demo('demo-coin-lift');
    const touch = { piece: null, turn: 0, along: 0, out: 0 };
    job.runs[0].setOut = structuredClone(PLAIN_SET_OUT) as NonNullable<Job['runs'][number]['setOut']>;
    job.runs[0].setOut.byHand = [{ id: 'h', at: { by: 'index', index: 3 }, leftOut: true, ...touch }];
    const lines = linesOf(partsListCsv(jobParts(machine(job))));
    expect(lines.find((line) => line['part'] === 'left out')).toMatchObject({ count: '1' });
  });
});

describe('a parts list as a page', () => {
  it('has every line and the drawing, and needs nothing else', () => {
    const job = demo('demo-arcade-drive');
    job.name = '<b>Arcade</b> & more';
    const made = machine(job);
    const { text } = drawSvg(made, { moving: false, frame: 0, path: false });
    const page = partsListPage(made.job, jobParts(made), text);
    const read = new JSDOM(page).window.document;
    expect(read.querySelector('h1')?.textContent).toBe('<b>Arcade</b> & more');
    expect(read.querySelectorAll('table')).toHaveLength(made.rows.size);
    expect(read.querySelector('svg')).not.toBeNull();
    expect(read.querySelectorAll('script, link, img')).toHaveLength(0);
    const cells = Array.from(read.querySelectorAll('td'), (cell) => cell.textContent);
    for (const { list } of jobParts(made).rows)
      for (const { piece } of list.lines) expect(cells).toContain(piece.name);
    expect(page).not.toMatch(/https?:\/\/(?!www\.w3\.org)/);
  });
});
