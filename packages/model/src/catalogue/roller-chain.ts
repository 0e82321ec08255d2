/**
 * Roller chain sizes, mm: pitch and roller diameter after ISO 606 / ASME B29.1 (from memory;
 * 04C and 06C have bushes, no rollers). Plate height and pin are near those standards and serve
 * the drawing only.
 */
export interface ChainSize {
  readonly size: string;
  readonly pitch: number;
  readonly roller: number;
  readonly plateHeight: number;
  readonly pin: number;
}

export const CHAIN_SIZES: readonly ChainSize[] = [
  { size: '04C', pitch: 6.35, roller: 3.3, plateHeight: 6.02, pin: 2.31 },
  { size: '05B', pitch: 8, roller: 5, plateHeight: 7.11, pin: 2.31 },
  { size: '06B', pitch: 9.525, roller: 6.35, plateHeight: 8.26, pin: 3.28 },
  { size: '06C', pitch: 9.525, roller: 5.08, plateHeight: 9.05, pin: 3.6 },
  { size: '08A', pitch: 12.7, roller: 7.92, plateHeight: 12.07, pin: 3.98 },
  { size: '08B', pitch: 12.7, roller: 8.51, plateHeight: 11.81, pin: 4.45 },
  { size: '10A', pitch: 15.875, roller: 10.16, plateHeight: 15.09, pin: 5.09 },
  { size: '12A', pitch: 19.05, roller: 11.91, plateHeight: 18.08, pin: 5.96 },
  { size: '12B', pitch: 19.05, roller: 12.07, plateHeight: 16.13, pin: 5.72 },
  { size: '16A', pitch: 25.4, roller: 15.88, plateHeight: 24.13, pin: 7.94 },
  { size: '16B', pitch: 25.4, roller: 15.88, plateHeight: 21.08, pin: 8.28 },
  { size: '20A', pitch: 31.75, roller: 19.05, plateHeight: 30.18, pin: 9.54 },
  { size: '24A', pitch: 38.1, roller: 22.23, plateHeight: 36.2, pin: 11.11 },
];
