/** Toothed belt pitches, mm (ISO 5296). Thickness and tooth height serve the drawing only. */
export interface BeltSize {
  readonly size: string;
  readonly pitch: number;
  readonly thickness: number;
  readonly tooth: number;
}

export const BELT_SIZES: readonly BeltSize[] = [
  { size: 'MXL', pitch: 2.032, thickness: 1.14, tooth: 0.51 },
  { size: 'XXL', pitch: 3.175, thickness: 1.52, tooth: 0.76 },
  { size: 'XL', pitch: 5.08, thickness: 2.3, tooth: 1.27 },
  { size: 'L', pitch: 9.525, thickness: 3.6, tooth: 1.91 },
  { size: 'H', pitch: 12.7, thickness: 4.3, tooth: 2.29 },
  { size: 'XH', pitch: 22.225, thickness: 11.2, tooth: 6.35 },
  { size: 'XXH', pitch: 31.75, thickness: 15.7, tooth: 9.53 },
];
