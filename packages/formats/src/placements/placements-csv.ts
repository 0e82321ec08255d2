import type { Placement } from '@coin-relay/scene/solid';
import { writeCsv, type Cell } from '../csv';

const AXES = ['x', 'y', 'z'] as const;

/** The columns, in their order: what each is called, and what it holds of a placement. */
const COLUMNS: readonly (readonly [name: string, of: (placement: Placement) => Cell])[] = [
  ['frame', ({ frame }) => frame],
  ['run', ({ run }) => run],
  ['row', ({ row }) => row],
  ['twin', ({ twin }) => (twin ? 1 : 0)],
  ['place', ({ place }) => place],
  ['piece', ({ piece }) => piece],
  ['name', ({ name }) => name],
  ['roles', ({ roles }) => roles.join('; ')],
  ['text', ({ text }) => text],
  ['s_mm', ({ s }) => rounded(s)],
  ...AXES.map((axis, c): readonly [string, (placement: Placement) => Cell] => [
    `${axis}_mm`,
    ({ position }) => rounded(position[c]),
  ]),
  ...AXES.map((axis, c): readonly [string, (placement: Placement) => Cell] => [
    `direction_${axis}`,
    ({ direction }) => rounded(direction[c]),
  ]),
  ...AXES.map((axis, c): readonly [string, (placement: Placement) => Cell] => [
    `up_${axis}`,
    ({ up }) => rounded(up[c]),
  ]),
  ['angle_deg', ({ angle }) => rounded(angle)],
  ...(['x', 'y', 'z', 'w'] as const).map((part, c): readonly [string, (placement: Placement) => Cell] => [
    `q_${part}`,
    ({ quaternion }) => rounded(quaternion[c]),
  ]),
  ...AXES.map((axis, c): readonly [string, (placement: Placement) => Cell] => [
    `scale_${axis}`,
    ({ scale }) => rounded(scale[c]),
  ]),
  ...Array.from({ length: 16 }, (_, i): readonly [string, (placement: Placement) => Cell] => [
    `m${i}`,
    ({ matrix }) => rounded(matrix[i]),
  ]),
];

/** As many digits as say a nanometre in a kilometre. */
const rounded = (value: number): number => Number(value.toPrecision(12)) + 0;

/** The names of the columns, in their order. */
export const PLACEMENT_COLUMNS: readonly string[] = COLUMNS.map(([name]) => name);

/** Placements as a table of comma-separated values, a row each. */
export const placementsCsv = (placements: readonly Placement[]): string =>
  writeCsv([PLACEMENT_COLUMNS, ...placements.map((each) => COLUMNS.map(([, of]) => of(each)))]);
