/** An affine map in space: a point p goes to (r₀ · p + r₃, …), given row by row, twelve numbers. */
export type Map3 = readonly number[];

/** One map after another: first the inner one, then the outer one. */
export function composed(outer: Map3, inner: Map3): Map3 {
  return Array.from({ length: 12 }, (_, i) => {
    const [row, column] = [4 * Math.floor(i / 4), i % 4];
    return (
      outer[row] * inner[column] +
      outer[row + 1] * inner[4 + column] +
      outer[row + 2] * inner[8 + column] +
      (column === 3 ? outer[row + 3] : 0)
    );
  });
}

/** What a map does to volumes; negative where it mirrors. */
export function determinant3(m: Map3): number {
  return (
    m[0] * (m[5] * m[10] - m[6] * m[9]) -
    m[1] * (m[4] * m[10] - m[6] * m[8]) +
    m[2] * (m[4] * m[9] - m[5] * m[8])
  );
}
