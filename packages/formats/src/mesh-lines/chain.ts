/**
 * Edges put one after the other into lines, through every point where just two of them meet; where more meet, lines end.
 * @param edges two numbers of points for each
 * @returns the numbers of the points of each line in turn; of a closed one the first comes once more at its end
 */
export function chainEdges(edges: ArrayLike<number>): number[][] {
  const many = edges.length / 2;
  const meets = new Map<number, number[]>();
  const meet = (point: number, edge: number): void => {
    const known = meets.get(point);
    if (known) known.push(edge);
    else meets.set(point, [edge]);
  };
  for (let k = 0; k < many; k++) {
    if (edges[2 * k] === edges[2 * k + 1]) continue;
    meet(edges[2 * k], k);
    meet(edges[2 * k + 1], k);
  }
  const used = new Uint8Array(many);
  const follow = (from: number, edge: number): number[] => {
    const line = [from];
    let [point, at]: [number, number | undefined] = [from, edge];
    while (at !== undefined) {
      used[at] = 1;
      point = edges[2 * at] === point ? edges[2 * at + 1] : edges[2 * at];
      line.push(point);
      const here: readonly number[] = meets.get(point) ?? [];
      at = here.length === 2 ? here.find((other) => used[other] === 0) : undefined;
    }
    return line;
  };
  const lines: number[][] = [];
  // From where lines end first; what is left then are loops.
  for (const endsOnly of [true, false])
    for (const [point, here] of meets) {
      if (endsOnly && here.length === 2) continue;
      for (const edge of here) if (used[edge] === 0) lines.push(follow(point, edge));
    }
  return lines;
}
