/** The signs that there are outlines of: the code points of the first and the last of each range. Latin scripts. */
export const SIGN_RANGES: readonly (readonly [first: number, last: number])[] = [
  [0x20, 0x7e],
  [0xa1, 0xac],
  [0xae, 0x148],
  [0x14a, 0x17f],
  [0x2013, 0x2014],
  [0x2018, 0x201a],
  [0x201c, 0x201e],
  [0x2022, 0x2022],
  [0x20ac, 0x20ac],
  [0x2212, 0x2212],
];

/** Those of a text that there are no outlines of, each once. */
export function missingSigns(text: string): string[] {
  const missing = [...text].filter((sign) => {
    const code = sign.codePointAt(0) ?? 0;
    return !SIGN_RANGES.some(([first, last]) => code >= first && code <= last);
  });
  return [...new Set(missing)];
}
