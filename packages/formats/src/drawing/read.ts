import { RelayError } from '@coin-relay/core';
import { readCsv } from '../csv';
import { readDxf } from '../dxf';
import { readObjLines } from '../mesh-lines';
import { readSvg } from '../svg/read';
import type { Drawing } from './drawing';

export type DrawingFormat = 'svg' | 'dxf' | 'csv' | 'obj';

/**
 * Which format a file has, by its name and, where that says nothing, by how it begins.
 * @throws RelayError file-refused for what is none of them
 */
export function drawingFormat(name: string, text: string): DrawingFormat {
  const ending = /\.([a-z0-9]+)$/i.exec(name)?.[1]?.toLowerCase();
  if (ending === 'svg' || ending === 'dxf' || ending === 'obj') return ending;
  if (ending === 'csv' || ending === 'tsv' || ending === 'txt') return 'csv';
  const head = text.slice(0, 2000).trimStart();
  if (head.startsWith('<')) return 'svg';
  if (/^0\s*\r?\n\s*SECTION/.test(head) || /^999\s*\r?\n/.test(head)) return 'dxf';
  throw new RelayError(
    'file-refused',
    `${name} is none of the files that are read: SVG or DXF drawings, points as CSV, or the lines of OBJ and GLB. Save it as one of these.`,
  );
}

/** Reads the lines of a file. @throws RelayError naming the file's fault */
export function readDrawing(format: DrawingFormat, text: string): Drawing {
  switch (format) {
    case 'svg':
      return readSvg(text);
    case 'dxf':
      return readDxf(text);
    case 'csv':
      return readCsv(text);
    case 'obj':
      return readObjLines(text);
  }
}
