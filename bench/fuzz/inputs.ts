import { readFileSync, readdirSync } from 'node:fs';
import { mutate, mutateNumbers, random } from './mutate';

/** How often a plain file comes for each one that was found to hurt, which take long. */
const PLAIN = 6;

/** The nth input of a target: always the same one. */
export function inputOf(seeds: readonly string[], n: number): string {
  const next = random(n * 2_654_435_761 + 97);
  const seed = seeds[n % seeds.length];
  return seed.startsWith('{') ? mutateNumbers(seed, seeds, next) : mutate(seed, seeds, next);
}

/** The texts of the fixtures by the format they are of. Those that only weigh much are left out. */
export function fixturesIn(folder: string): Record<string, string[]> {
  const made: Record<string, string[]> = { svg: [], dxf: [], csv: [], wheels: [], job: [] };
  for (const part of ['files', 'hostile'])
    for (const file of readdirSync(`${folder}/${part}`).sort()) {
      const format = formatOf(file);
      if (!format || file.startsWith('heavy-')) continue;
      const text = readFileSync(`${folder}/${part}/${file}`, 'utf8');
      const times = part === 'files' ? PLAIN : 1;
      if (format !== 'job') made[format].push(...Array.from({ length: times }, () => text));
      else {
        const read = JSON.parse(text) as { job?: unknown };
        made['job'].push(JSON.stringify(read.job ?? read));
      }
    }
  return made;
}

function formatOf(file: string): string | null {
  if (file.endsWith('.wheels.json')) return 'wheels';
  const ending = file.split('.').pop() ?? '';
  return { svg: 'svg', dxf: 'dxf', csv: 'csv', txt: 'csv', json: 'job' }[ending] ?? null;
}
