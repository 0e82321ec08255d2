/**
 * Round-link chain sizes, mm: wire × inner length (the pitch). Short link after DIN 766 and long
 * link after DIN 763 (from memory); lifting chain with a pitch of three wires (EN 818-2). Outer
 * widths are near trade catalogues.
 */
export interface RoundLinkSize {
  readonly size: string;
  readonly standard: string;
  readonly wire: number;
  readonly pitch: number;
  readonly width: number;
}

const row = (standard: string, wire: number, pitch: number, width: number): RoundLinkSize => ({
  size: `${wire} × ${pitch}`,
  standard,
  wire,
  pitch,
  width,
});

export const ROUND_LINK_SIZES: readonly RoundLinkSize[] = [
  ...(
    [
      [4, 16],
      [6, 18.5],
      [8, 24],
      [10, 28],
      [13, 36],
      [16, 45],
    ] as const
  ).map(([wire, pitch]) => row('DIN 766', wire, pitch, wire * 3.4)),
  ...(
    [
      [4, 32],
      [6, 42],
      [8, 52],
    ] as const
  ).map(([wire, pitch]) => row('DIN 763', wire, pitch, wire * 3.7)),
  ...[6, 7, 8, 10, 13, 16].map((wire) => row('EN 818-2', wire, wire * 3, wire * 3.6)),
];

/** Density of steel, g/mm³. */
const STEEL = 0.00785;

/** Mass of one round link, g: its wire's middle line is two half circles and two straights. */
export function roundLinkMass(wire: number, pitch: number, width: number): number {
  const half = (width - wire) / 2;
  const line = 2 * Math.PI * half + 2 * Math.max(0, pitch + wire - 2 * half);
  return STEEL * line * Math.PI * (wire / 2) ** 2;
}
