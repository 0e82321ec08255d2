import type { RollerChain } from './piece';

/**
 * Roller chain sizes, mm: pitch and roller diameter after ISO 606 / ASME B29.1 (from memory;
 * 04C and 06C have bushes, no rollers). The width between the inner plates and the row pitch are
 * those of the same standards, from memory too. Plate height, pin and mass (kg/m of one row) are
 * near trade catalogues and serve the drawing and the parts list only.
 */
export interface ChainSize {
  readonly size: string;
  readonly pitch: number;
  readonly roller: number;
  readonly plateHeight: number;
  readonly pin: number;
  readonly width: number;
  readonly rowPitch: number;
  readonly massPerMetre: number;
}

type SizeRow = readonly [string, number, number, number, number, number, number, number];

const ROWS: readonly SizeRow[] = [
  ['04C', 6.35, 3.3, 6.02, 2.31, 3.1, 6.4, 0.14],
  ['05B', 8, 5, 7.11, 2.31, 3, 5.64, 0.18],
  ['06B', 9.525, 6.35, 8.26, 3.28, 5.72, 10.24, 0.41],
  ['06C', 9.525, 5.08, 9.05, 3.6, 4.68, 10.13, 0.33],
  ['08A', 12.7, 7.92, 12.07, 3.98, 7.85, 14.38, 0.62],
  ['08B', 12.7, 8.51, 11.81, 4.45, 7.75, 13.92, 0.7],
  ['10A', 15.875, 10.16, 15.09, 5.09, 9.4, 18.11, 1.02],
  ['10B', 15.875, 10.16, 14.73, 5.08, 9.65, 16.59, 0.95],
  ['12A', 19.05, 11.91, 18.08, 5.96, 12.57, 22.78, 1.5],
  ['12B', 19.05, 12.07, 16.13, 5.72, 11.68, 19.46, 1.25],
  ['16A', 25.4, 15.88, 24.13, 7.94, 15.75, 29.29, 2.6],
  ['16B', 25.4, 15.88, 21.08, 8.28, 17.02, 31.88, 2.7],
  ['20A', 31.75, 19.05, 30.18, 9.54, 18.9, 35.76, 3.91],
  ['20B', 31.75, 19.05, 26.42, 10.19, 19.56, 36.45, 3.7],
  ['24A', 38.1, 22.23, 36.2, 11.11, 25.22, 45.44, 5.62],
  ['24B', 38.1, 25.4, 33.4, 14.63, 25.4, 48.36, 6.7],
];

export const CHAIN_SIZES: readonly ChainSize[] = ROWS.map(
  ([size, pitch, roller, plateHeight, pin, width, rowPitch, massPerMetre]) => ({
    size,
    pitch,
    roller,
    plateHeight,
    pin,
    width,
    rowPitch,
    massPerMetre,
  }),
);

/** The dimensions of a size as a piece has them, and the mass of one link, g. */
export function chainDimensions(
  size: ChainSize,
): Pick<RollerChain, 'pitch' | 'size' | 'plateHeight' | 'roller' | 'pin' | 'width' | 'rowPitch' | 'mass'> {
  const { pitch, plateHeight, roller, pin, width, rowPitch, massPerMetre } = size;
  // kg/m is g/mm: one link weighs its pitch times that.
  return { pitch, size: size.size, plateHeight, roller, pin, width, rowPitch, mass: massPerMetre * pitch };
}
