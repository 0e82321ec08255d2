import type { Unit } from '../job/parts';
import { MILLIMETRES } from './millimetres';

export const UNITS: readonly Unit[] = ['mm', 'cm', 'm', 'in'];

const DECIMALS: Readonly<Record<Unit, number>> = { mm: 2, cm: 3, m: 4, in: 4 };

/** How long one of a display unit is, mm. */
export const millimetresIn = (unit: Unit): number => MILLIMETRES[unit];

/** A length in a display unit, as a number. */
export const toUnit = (mm: number, unit: Unit): number => mm / millimetresIn(unit);

/** A length in a display unit, without the unit: two decimals of a millimetre, or as fine in others. */
export function formatLengthNumber(mm: number, unit: Unit, moreDecimals = 0): string {
  // What is rounded to nothing has no sign.
  return toUnit(mm, unit)
    .toFixed(DECIMALS[unit] + moreDecimals)
    .replace(/^-(?=[0.]+$)/, '');
}

/** A length with its unit and as many more decimals as it needs, for numbers that must not be rounded: “9.525 mm”. */
export function formatExact(mm: number, unit: Unit): string {
  const least = formatLengthNumber(mm, unit);
  const most = formatLengthNumber(mm, unit, 2).replace(/0{1,2}$/, '');
  return `${(most.length > least.length ? most : least).replace('-', '−')}\u00a0${unit}`;
}

/** A length with its unit, for instance “12.70 mm”. */
export function formatLength(mm: number, unit: Unit, moreDecimals = 0): string {
  return `${formatLengthNumber(mm, unit, moreDecimals).replace('-', '−')}\u00a0${unit}`;
}
