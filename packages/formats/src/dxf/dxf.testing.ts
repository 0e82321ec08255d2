/** Writes a small DXF file for tests: groups as code and value in turn. */
export type Groups = readonly (string | number)[];

export const entity = (kind: string, ...groups: Groups): string => lines(0, kind, ...groups);

export function dxfFile(
  entities: readonly string[],
  more: { units?: number; blocks?: string; layers?: string } = {},
): string {
  return [
    more.units === undefined
      ? ''
      : section('HEADER', lines(9, '$ACADVER', 1, 'AC1015', 9, '$INSUNITS', 70, more.units)),
    more.layers === undefined
      ? ''
      : section('TABLES', lines(0, 'TABLE', 2, 'LAYER') + more.layers + lines(0, 'ENDTAB')),
    more.blocks === undefined ? '' : section('BLOCKS', more.blocks),
    section('ENTITIES', entities.join('')),
    lines(0, 'EOF'),
  ].join('');
}

export const block = (name: string, x: number, y: number, entities: readonly string[]): string =>
  lines(0, 'BLOCK', 8, '0', 2, name, 70, 0, 10, x, 20, y, 30, 0) + entities.join('') + lines(0, 'ENDBLK');

function section(name: string, body: string): string {
  return lines(0, 'SECTION', 2, name) + body + lines(0, 'ENDSEC');
}

function lines(...groups: Groups): string {
  return groups.map((value) => `${value}\n`).join('');
}
