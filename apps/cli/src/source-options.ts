import { RelayError } from '@coin-relay/core';
import type { AskedSource, DrawnFile } from '@coin-relay/answers';
import type { Drawing } from '@coin-relay/formats';
import type { GivenSource } from '@coin-relay/model';
import { readBytes, readJson, readText } from './files';
import { cornersOf, numbersOf, type Options } from './options';

/** Reads the files that the options name. */
export async function sourceOf(options: Options): Promise<AskedSource> {
  return {
    path: options.path,
    id: options.id,
    run: options.run,
    svg: options.svg === undefined ? undefined : readText(options.svg),
    dxf: options.dxf === undefined ? undefined : readText(options.dxf),
    csv: options.csv === undefined ? undefined : readText(options.csv),
    obj: options.obj === undefined ? undefined : readText(options.obj),
    glb: options.glb === undefined ? undefined : await glbLines(options.glb),
    closed: options.closed,
    corners: cornersOf(options.round),
    helix: helixOf(options.helix),
    profile: options.profile === undefined ? undefined : readText(options.profile),
    smooth: options.smooth,
    wheels: options.wheels === undefined ? undefined : readText(options.wheels),
    job: options.job === undefined ? undefined : readJson(options.job),
  };
}

/** The lines of a binary glTF; its reader is loaded only where there is one. */
async function glbLines(file: string): Promise<Drawing> {
  const { readGlbLines } = await import('@coin-relay/formats/glb-lines');
  return readGlbLines(readBytes(file));
}

function helixOf(text: string | undefined): GivenSource['helix'] {
  if (text === undefined) return undefined;
  const parts = numbersOf(text);
  if (parts.length !== 4 || !parts.every(Number.isFinite)) {
    throw new RelayError(
      'request-invalid',
      `--helix ${text} cannot be read. Give R0,R1,RISE,TURNS: both radii and the rise in all in mm, and the turns.`,
      { field: 'helix' },
    );
  }
  const [from, to, rise, turns] = parts;
  return { from, to, rise, turns };
}

/** The file of lines that the options name, with its format. */
export async function drawingOf(options: Options): Promise<DrawnFile> {
  const formats = (['svg', 'dxf', 'csv', 'obj', 'glb'] as const).filter(
    (format) => options[format] !== undefined,
  );
  const [format] = formats;
  if (formats.length !== 1)
    throw new RelayError(
      'request-invalid',
      `Give exactly one of --svg, --dxf, --csv, --obj and --glb; there are ${formats.length}.`,
    );
  const file = options[format] ?? '';
  return format === 'glb' ? { format, drawing: await glbLines(file) } : { format, text: readText(file) };
}
