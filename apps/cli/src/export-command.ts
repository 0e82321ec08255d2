import { dirname, join } from 'node:path';
import { exportAnswer, exportFilesAnswer } from '@coin-relay/answers';
import { RelayError } from '@coin-relay/core';
import { EXPORTS, isText } from '@coin-relay/formats';
import { parseJob, type HandOff } from '@coin-relay/model';
import type { Command } from 'commander';
import { exportOptions, shardOf } from './export-options';
import { isWhole, keepsOnly, writeOut } from './files';
import { keptThings } from './kept-things';
import { jobOf, runsOf, type Options } from './options';

/** What the command writes to. */
export interface CommandOutput {
  readonly text: (text: string) => void;
  readonly answer: (made: object) => void;
  readonly warn: (words: string) => void;
}

/** Adds the command that hands a job off as a file, or as several. */
export function addExport(program: Command, { text, answer, warn }: CommandOutput): Command {
  return program
    .command('export')
    .description('a job as a file to hand off, on the output, into a file, or as several into a folder')
    .option('--kept <name>', 'a hand-off that is kept with the job, by its name, instead of --to')
    .option('--to <id>', EXPORTS.map(({ id, title }) => `${id} (${title})`).join(', '))
    .option('--frame <k>', 'the frame of the loop, of what stands still')
    .option('--frames <a..b>', 'or all frames from one to another, of what tells of several')
    .option('--step <n>', 'every so many frames one picture')
    .option('--size <wxh>', 'how large pictures are, px, as 1920x1080')
    .option('--clear', 'leave the ground of pictures clear')
    .option('--instances', 'of a GLB that stands still: what is many times there as one node')
    .option('--view <word>', 'how it is seen: plan, front, above, side, corner, or turned')
    .option('--turn <deg>', 'of what is seen turned: to the right about what is up')
    .option('--tilt <deg>', 'of what is seen turned: up from level')
    .option('--look <word>', 'of pictures in space: shaded, or ink')
    .option('--hidden', 'of lines of ink: hidden ones dashed')
    .option('--times <n>', 'so many times the loop, of films')
    .option('--tolerance <mm>', 'how far solids and what moves may stray from what they are')
    .option('--weld <which>', 'bodies of solids as one: none, pieces or all')
    .option('--clearance <mm>', 'what is left free between bodies that touch')
    .option('--unit <unit>', 'what one unit of a file of solids is: mm, cm, m or in')
    .option('--scale <factor>', 'how much larger solids are made')
    .option('--as <word>', 'of a drawing in DXF: flat, frames or faces')
    .option(
      '--with <parts>',
      'what is in a picture or drawing besides the pieces: path, marks, wheels, machine, ground',
    )
    .option(
      '--named <folder>',
      'where pictures and bodies that the job names are, by their hashes (beside it)',
    )
    .option('--shard <i/n>', 'only part i of n of the files of a folder')
    .option('--out <path>', 'the file to write, or the folder for several: then the answer tells of them')
    .action(async (options: Options) => {
      const { out } = options;
      const { nodePlatform } = await import('./node-platform');
      const named = keptThings(options.named ?? dirname(options.job ?? '.'), options.job);
      const here = { platform: nodePlatform(named) };
      const job = jobOf(options);
      const kept = keptIn(job, options.kept);
      const to = options.to ?? kept?.as ?? '';
      if (to === '')
        throw new RelayError('request-invalid', 'Say what to write: --to ID, or --kept NAME.', {
          field: 'to',
        });
      // What is typed goes before what was kept.
      const asked = { ...kept?.options, ...exportOptions(options) };
      const folder =
        out !== undefined && EXPORTS.some(({ id, files }) => id === to && files) && !/\.zip$/i.test(out);
      if (options.shard !== undefined && !folder)
        throw new RelayError(
          'request-invalid',
          '--shard is for several files in a folder: --to frames --out FOLDER.',
          {
            field: 'shard',
          },
        );
      if (out === undefined && EXPORTS.some((way) => way.id === to && !isText(way)))
        throw new RelayError('request-invalid', `${to} is no text: say where to write it with --out FILE.`, {
          field: 'out',
        });
      if (folder) {
        await intoFolder(out);
        return;
      }
      const { content, facts, leftOut, type } = await exportAnswer(job, to, runsOf(options), asked, here);
      if (out === undefined && typeof content === 'string') text(content.trimEnd());
      else if (out !== undefined) {
        writeOut(out, content);
        answer({ files: [out], bytes: Buffer.byteLength(content), type, ...facts });
      }
      for (const words of leftOut) warn(words);

      async function intoFolder(path: string): Promise<void> {
        const { i, n } = shardOf(options);
        const { resumes } = EXPORTS.find(({ id }) => id === to) ?? {};
        // Frames of another job, or of other options, would be taken for these.
        keepsOnly(path, { job, to, runs: runsOf(options) ?? null, asked });
        let there = 0;
        const wanted = (name: string, number: number): boolean => {
          if (number % n !== i - 1) return false;
          if (!resumes || !isWhole(join(path, name))) return true;
          there++;
          return false;
        };
        const made = await exportFilesAnswer(job, to, wanted, runsOf(options), asked, here);
        const files: string[] = [];
        let bytes = 0;
        for await (const { name, content: one } of made.files) {
          writeOut(join(path, name), one);
          files.push(join(path, name));
          bytes += Buffer.byteLength(one);
        }
        answer({ files, bytes, there });
        for (const words of made.leftOut) warn(words);
      }
    });
}

/** A hand-off of a job by its name; null where none is asked for. @throws RelayError request-invalid */
function keptIn(document: unknown, name: string | undefined): HandOff | null {
  if (name === undefined) return null;
  const { handOffs = [] } = parseJob(document);
  const found = handOffs.find((each) => each.name === name);
  if (found) return found;
  const there = handOffs.map((each) => `“${each.name}”`).join(', ');
  throw new RelayError(
    'request-invalid',
    `There is no hand-off “${name}” in this job. ${there === '' ? 'It keeps none.' : `It keeps ${there}.`}`,
    { field: 'kept' },
  );
}
