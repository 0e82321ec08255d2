import type { SignOutline } from './signs';

/** A part of a text that is drawn as one: where it begins from the middle of the text, for capitals that are 1 high. */
export interface LaidSigns {
  readonly signs: string;
  readonly x: number;
}

const isDigit = (sign: string): boolean => sign >= '0' && sign <= '9';

/**
 * A text as few parts: each digit by itself, so that running numbers are made of few different ones, and what stands
 * between them.
 * @returns its width too, for capitals that are 1 high
 */
export function laySigns(
  text: string,
  outlines: Readonly<Record<string, SignOutline>>,
): { readonly parts: readonly LaidSigns[]; readonly width: number } {
  const parts: { signs: string; x: number }[] = [];
  let x = 0;
  for (const sign of text) {
    const outline = outlines[sign] as SignOutline | undefined;
    if (!outline) continue;
    const last = parts.at(-1);
    if (last && !isDigit(sign) && !isDigit(last.signs)) last.signs += sign;
    else parts.push({ signs: sign, x });
    x += outline.advance;
  }
  const shown = parts.filter(({ signs }) => signs.trim() !== '');
  return { parts: shown.map((part) => ({ ...part, x: part.x - x / 2 })), width: x };
}
