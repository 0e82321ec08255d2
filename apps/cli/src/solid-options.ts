import { basename, dirname, join } from 'node:path';
import { RelayError } from '@coin-relay/core';
import { SOLID_FILES, type AskedFile, type AskedSolid, type SolidFile } from '@coin-relay/answers';
import { UNITS } from '@coin-relay/model';
import { readBytes, readJson, readKept } from './files';
import { numberOf, wordOf, type Options } from './options';

/** What is asked of a file of solids alone, and of a piece alone. */
const OF_FILES = ['unit', 'weld', 'triangles'] as const;
const OF_PIECES = ['piece', 'row', 'job', 'tolerance', 'solids'] as const;

/** The piece whose solid is asked for. */
export function solidOf({ piece, row, job, tolerance, solids }: Options): AskedSolid {
  if ((piece === undefined) === (row === undefined) || (row !== undefined && job === undefined)) {
    throw new RelayError(
      'request-invalid',
      'Give the piece, --piece CATALOGUE_ENTRY or --job FILE --piece ID, or a row that is a band: --job FILE --row ID.',
      {
        field: 'piece',
      },
    );
  }
  const asked = { piece, row, tolerance: numberOf('tolerance', tolerance) };
  if (job === undefined) return asked;
  const folder = solids ?? dirname(job);
  return { ...asked, job: readJson(job), bodyOf: (hash) => readKept(join(folder, `${hash}.stl`), hash) };
}

/**
 * The file of solids that is asked about; null where a piece is.
 * @throws RelayError request-invalid where both are, or what is asked is of the other kind
 */
export function solidFileFrom(options: Options): AskedFile | null {
  const { file, unit, weld, triangles } = options;
  const others = file === undefined ? OF_FILES : OF_PIECES;
  const stray = others.find((name) => options[name] !== undefined);
  if (stray !== undefined) {
    throw new RelayError(
      'request-invalid',
      file === undefined
        ? `--${stray} is asked of a file: give it as --file FILE.`
        : `--${stray} is asked of a piece, and --file of a file: leave one of them out.`,
      { field: stray },
    );
  }
  if (file === undefined) return null;
  return {
    bytes: readBytes(file),
    name: basename(file),
    unit: wordOf('unit', unit, UNITS),
    weld: numberOf('weld', weld),
    triangles: numberOf('triangles', triangles),
  };
}

/** What a solid is written as: its file says it by its ending. */
export function solidFileOf(file: string): SolidFile {
  const found = SOLID_FILES.find((ending) => file.toLowerCase().endsWith(`.${ending}`));
  if (!found) {
    throw new RelayError(
      'request-invalid',
      `A solid is written as ${SOLID_FILES.map((ending) => `.${ending}`).join(', ')}: end the name of the file so.`,
      { field: 'out' },
    );
  }
  return found;
}
