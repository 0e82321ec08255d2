import { checkFinite, RelayError } from '@coin-relay/core';
import {
  checkAnswer,
  contoursAnswer,
  fitAnswer,
  frameAnswer,
  hangAnswer,
  measureAnswer,
  motionAnswer,
  partsAnswer,
  placeAnswer,
  placesAnswer,
  makeSolid,
  solidAnswer,
  solidFile,
  solidFromFile,
} from '@coin-relay/answers';
import { Command, CommanderError } from 'commander';
import {
  alsoAskedOf,
  framesOf,
  hangOf,
  jobOf,
  numberOf,
  pointOf,
  requestOf,
  type HangOptions,
  type Options,
} from './options';
import { addExport } from './export-command';
import { addRope } from './rope-command';
import { writeOut } from './files';
import { drawingOf, sourceOf } from './source-options';
import { solidFileFrom, solidFileOf, solidOf } from './solid-options';

export interface Output {
  readonly out: (text: string) => void;
  readonly error: (text: string) => void;
}

/** Exit status of a command that could not answer, and of a check that found errors. */
const FAILED = 2;
const ERRORS_FOUND = 1;

/** The answer was given; it says that something is wrong. */
class FoundErrors extends Error {}

/**
 * Runs the command line.
 * @param argv the arguments after the program's name
 * @returns the exit status: 0, 1 where a check found errors, or 2 with one line on the error output
 */
export async function runProgram(argv: readonly string[], output: Output): Promise<number> {
  try {
    await makeProgram(output).parseAsync(argv, { from: 'user' });
    return 0;
  } catch (error) {
    if (error instanceof FoundErrors) return ERRORS_FOUND;
    if (error instanceof CommanderError) {
      if (error.exitCode === 0) return 0;
      output.error(oneLine(error.message.replace(/^error: /, '')));
      return FAILED;
    }
    output.error(
      error instanceof RelayError ? oneLine(error.message) : `internal error: ${oneLine(String(error))}`,
    );
    return FAILED;
  }
}

function makeProgram(output: Output): Command {
  const program = new Command('coin-relay')
    .description('Fits rows of links to paths, in numbers. Every answer is one JSON object.')
    .version('0.1.0')
    .exitOverride()
    .configureOutput({ writeOut: (text) => output.out(text.trimEnd()), writeErr: () => undefined });
  const answer = (made: object): void => output.out(JSON.stringify(checkFinite(made, 'The calculation')));

  withSource(program.command('measure').description('length, tightest bend, corners and bounds of a path'))
    .option('--round <mm>', 'the radius that corners in space are rounded to')
    .action(async (options: Options) => {
      numberOf('round', options.round);
      answer(measureAnswer(await sourceOf(options)));
    });
  withFit(
    withSource(
      program.command('fit').description('how many pieces of a pitch go on a path, and what gives way'),
    ),
  )
    .option('--candidates <n>', 'also what this many counts about the fitted one would cost')
    .option('--tolerance <percent>', 'whether the pitch is off by no more than this')
    .option('--details', 'also the path, wheels and spans as fitted, and the pitch at every phase')
    .action(async (options: Options) =>
      answer(fitAnswer(await sourceOf(options), requestOf(options), alsoAskedOf(options))),
    );
  withFit(withSource(program.command('place').description('where the pins of the fitted row are')))
    .option('--phase <pitches>', 'how far the row has travelled, in pitches', '0')
    .option('--frame <k>', 'all rows and wheels of a job at a frame of its loop')
    .option('--frames <rule>', 'also the frame of each piece: least (twist), or up:X,Y,Z')
    .action(async (options: Options) => {
      const frame = numberOf('frame', options.frame);
      answer(
        frame === undefined
          ? placeAnswer(
              await sourceOf(options),
              requestOf(options),
              numberOf('phase', options.phase) ?? 0,
              framesOf(options),
            )
          : frameAnswer(jobOf(options), frame, options.run),
      );
    });
  program
    .command('contours')
    .description('the lines found in a drawing or a table of points')
    .option('--svg <file>', 'an SVG drawing')
    .option('--dxf <file>', 'a DXF drawing (text)')
    .option('--csv <file>', 'a table of points')
    .option('--obj <file>', 'an OBJ file, of which the lines are read')
    .option('--glb <file>', 'a GLB file, of which the lines are read; with y up')
    .action(async (options: Options) => {
      const { contours, leftOut } = contoursAnswer(await drawingOf(options));
      answer(contours);
      // The list stays a list; what is not in it is said beside it.
      for (const { what, reason, count } of leftOut)
        output.error(oneLine(`left out: ${count === 1 ? '' : `${String(count)} × `}${what}: ${reason}`));
    });
  program
    .command('hang')
    .description('a row hanging between two anchors')
    .option('--from <x,y>', 'one anchor, mm; as x,y,z in space, z up')
    .option('--to <x,y>', 'the other')
    .option('--length <mm>', 'how long the row is')
    .option('--sag <mm>', 'or how deep it hangs below the line between the anchors')
    .action((options: HangOptions) =>
      answer(hangAnswer(pointOf('from', options.from), pointOf('to', options.to), hangOf(options))),
    );
  addRope(program, answer);
  withJob(
    program
      .command('check')
      .description('what the checks have to say of a job; status 1 where any of it is an error'),
  ).action((options: Options) => {
    const checked = checkAnswer(jobOf(options), options.run);
    answer(checked);
    if (checked.findings.some(({ weight }) => weight === 'error')) throw new FoundErrors();
  });
  withJob(
    program.command('motion').description('the loop of a job: travel, speeds, and until when all repeats'),
  ).action((options: Options) => answer(motionAnswer(jobOf(options), options.run)));
  withJob(
    program.command('parts').description('how many of which piece a row of a job takes, and its mass'),
  ).action((options: Options) => answer(partsAnswer(jobOf(options), options.run)));
  withJob(
    program.command('places').description('every place of a row of a job: where, which piece, and why'),
  ).action((options: Options) => answer(placesAnswer(jobOf(options), options.run)));
  withJob(
    addExport(program, {
      text: output.out,
      answer,
      warn: (words) => output.error(oneLine(words)),
    }),
    'which runs of the job, by commas',
  );
  program
    .command('solid')
    .description(
      'a piece, a row that is a band, or a file of solids: its triangles, volume, area and box; all of it in mm',
    )
    .option(
      '--piece <entry>',
      'a line of the catalogue (ENTRY, or ENTRY/PIECE), or the id of a piece of the job',
    )
    .option('--row <id>', 'a row of the job that is a band, as it lies on its path')
    .option('--job <file>', 'a Coin Relay job')
    .option(
      '--solids <folder>',
      'where the bodies that a piece of the job names are, as HASH.stl (beside it)',
    )
    .option('--file <file>', 'an STL, OBJ or GLB file instead: read, mended and measured')
    .option('--tolerance <mm>', 'how far chords of a piece may stray from what is round (0.02)')
    .option('--unit <unit>', 'what the lengths of a file are in, where it does not say: mm, cm, m, in')
    .option('--weld <mm>', 'corners of a file that are so near each other become one')
    .option('--triangles <count>', 'a file is thinned out to so many triangles')
    .option('--out <file>', 'where to write it: .stl, .obj or .glb; .svg is what it covers in plan')
    .action(async (options: Options) => {
      const { out } = options;
      const ending = out === undefined ? null : solidFileOf(out);
      const asked = solidFileFrom(options);
      const found = asked && (await solidFromFile(asked));
      const made = found?.made ?? makeSolid(solidOf(options));
      if (out !== undefined && ending !== null) writeOut(out, await solidFile(made, ending));
      answer(found?.answer ?? solidAnswer(made));
    });
  return program;
}

function withJob(command: Command, run = 'which run of the job'): Command {
  return command.option('--job <file>', 'a Coin Relay job').option('--run <id>', run);
}

function withSource(command: Command): Command {
  return command
    .option('--path <data>', 'SVG path data, in mm')
    .option('--svg <file>', 'an SVG drawing')
    .option('--dxf <file>', 'a DXF drawing (text); lines that meet are one')
    .option('--csv <file>', 'a table of points; with three numbers in a row a path in space')
    .option('--obj <file>', 'an OBJ file, of which the lines are read')
    .option('--glb <file>', 'a GLB file, of which the lines are read; with y up')
    .option('--closed', 'points in space close to a loop')
    .option('--helix <r0,r1,rise,turns>', 'a helix: its end radii, its rise in all (mm), its turns')
    .option('--profile <file>', 'a table of places along a planar path and heights, which raises it')
    .option('--smooth', 'the profile is smooth between its stations')
    .option('--id <id>', 'which contour of the drawing')
    .option('--wheels <file>', 'a route round wheels, as JSON')
    .option('--job <file>', 'a Coin Relay job')
    .option('--run <id>', 'which run of the job');
}

function withFit(command: Command): Command {
  return command
    .option('--pitch <mm>', 'pin to pin')
    .option('--pieces <kind>', 'stiff or bending')
    .option('--multiple <n>', 'the count is a multiple of this')
    .option(
      '--round <how>',
      'nearest, down or up; a number is the radius that corners in space are rounded to, mm',
    )
    .option(
      '--hold <what>',
      'path (the pitch gives way), pitch (the path is scaled), wheel (one moves), slack (a span hangs) or both (a gap is left)',
    )
    .option(
      '--tension <id,dx,dy[,min,max]>',
      'the wheel that moves, along this direction, so far back and on, mm',
    )
    .option('--slack <id>', 'the span that hangs, by the wheel it leaves')
    .option('--lengths <a,b,…>', 'pieces of these lengths in turn, laid end to end, mm')
    .option('--gap <mm>', 'what lies between each two of them')
    .option('--weights <a,b,…>', 'these lengths are drawn by weight, not in turn: one weight for each')
    .option('--seed <n>', 'begins the random choice: the same one draws the same row')
    .option('--apart', 'never two of one length beside each other')
    .option('--count <n>', 'this many, whatever would fit')
    .option('--inset <a,b>', 'left free at the start and at the end, mm')
    .option('--stretch <from,to>', 'only this part of the path, mm from its start; or in % of its length')
    .option('--ends <what>', 'pins between pieces, or points that pieces stand on')
    .option('--rest <where>', 'where what is left over goes with --hold both: end, start, both or spread')
    .option(
      '--sections <what>',
      'a pin on every corner, on those that turn by so many degrees, or on all points where pieces of the path meet',
    )
    .option('--alone', 'one piece on each of these places, and none between them');
}

const oneLine = (text: string): string => text.replace(/\s+/g, ' ').trim();
