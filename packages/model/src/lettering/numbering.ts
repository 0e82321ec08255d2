import type { Lettering } from '../job/lettering-schema';

/** Runs of these are the number of a piece. */
export const NUMBER_SIGN = '#';

/**
 * What is written on a place of a row; nothing where that stays blank. Places count whether anything stands there or
 * not, so that a piece keeps its number when another one is left out.
 * @param place from 0
 */
export function textAt({ text, spelled, start, step, first, every }: Lettering, place: number): string {
  const n = (place - (first - 1)) / every;
  if (n < 0 || !Number.isInteger(n)) return '';
  const signs = [...text];
  if (spelled) return signs[n % signs.length].trim();
  return text.replace(/#+/g, (mask) => numeral(start + n * step, mask.length));
}

/** A whole number with so many digits at the least. */
function numeral(value: number, digits: number): string {
  const plain = String(Math.abs(value)).padStart(digits, '0');
  return value < 0 ? `−${plain}` : plain;
}

/**
 * After how many places the same is written again.
 * @param count places of the row; where nothing repeats within them it is after all
 */
export function letteringRepeat(
  { text, spelled, step, every, first, upright, sides }: Lettering,
  count: number,
): number {
  const counted = !spelled && text.includes(NUMBER_SIGN) && step !== 0;
  // What is turned where it rests is turned there alone; on a side of its piece it is turned everywhere or nowhere.
  const turned = upright && sides !== 'outside' && sides !== 'inside';
  if (counted || turned || first > 1) return count;
  const period = spelled ? every * [...text].length : every;
  return count % period === 0 ? period : count;
}
