/** Triangles that a cell of the grid holds on the average. */
const IN_CELL = 6;
/** Cells along a side of it, at the most. */
const MOST_CELLS = 1_500;
/** A triangle seen so narrowly hides nothing, of the square of what is seen. */
const NARROW = 1e-14;
/** Lines that run on the face of a triangle are not behind it: so close, of the size of what is seen. */
const CLOSE = 1e-5;
/** What is behind the rim of a triangle is behind it, so that nothing is seen between two of them: so close, of that size. */
const RIM = 1e-8;

/**
 * Triangles seen along z, from where z is largest: what they hide of straight lines. They are found by a grid over the
 * picture, so that each line is held against those near it alone.
 */
export class Occluders {
  private readonly corners: Float64Array;
  private readonly stamps: Int32Array;
  private readonly first: Int32Array;
  private readonly inCells: Int32Array;
  private readonly x0: number;
  private readonly y0: number;
  private readonly cell: number;
  private readonly columns: number;
  private readonly rows: number;
  private readonly near: number;
  private stamp = 0;
  private found: number[] = [];

  /** @param triangles corners of each: x, y, z three times in turn, mm */
  constructor(triangles: Float64Array) {
    this.corners = triangles;
    const many = triangles.length / 9;
    this.stamps = new Int32Array(many).fill(-1);
    let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let i = 0; i < triangles.length; i += 3) {
      x0 = Math.min(x0, triangles[i]);
      x1 = Math.max(x1, triangles[i]);
      y0 = Math.min(y0, triangles[i + 1]);
      y1 = Math.max(y1, triangles[i + 1]);
    }
    if (many === 0) [x0, y0, x1, y1] = [0, 0, 1, 1];
    const size = Math.max(x1 - x0, y1 - y0, 1e-9);
    this.near = CLOSE * size;
    this.x0 = x0;
    this.y0 = y0;
    const side = Math.min(MOST_CELLS, Math.max(1, Math.ceil(Math.sqrt(many / IN_CELL))));
    this.cell = size / side;
    this.columns = Math.max(1, Math.ceil((x1 - x0) / this.cell));
    this.rows = Math.max(1, Math.ceil((y1 - y0) / this.cell));
    // Counted first, so that all cells are in one list.
    this.first = new Int32Array(this.columns * this.rows + 1);
    for (let t = 0; t < many; t++) this.eachCell(t, (c) => this.first[c + 1]++);
    for (let c = 0; c < this.columns * this.rows; c++) this.first[c + 1] += this.first[c];
    this.inCells = new Int32Array(this.first[this.columns * this.rows]);
    const next = this.first.slice();
    for (let t = 0; t < many; t++) this.eachCell(t, (c) => (this.inCells[next[c]++] = t));
  }

  /**
   * What is hidden of the line from one place to another: begin and end of each part in turn, 0 to 1, rising, none
   * touching the next.
   */
  hidden(ax: number, ay: number, az: number, bx: number, by: number, bz: number): readonly number[] {
    this.found = [];
    this.stamp++;
    const [c0, c1] = [this.column(Math.min(ax, bx)), this.column(Math.max(ax, bx))];
    for (let c = c0; c <= c1; c++) {
      // Only what of the column the line goes through.
      const [y0, y1] = this.within(c, ax, ay, bx, by);
      const r1 = this.row(y1);
      for (let r = this.row(y0); r <= r1; r++) {
        const at = r * this.columns + c;
        for (let k = this.first[at]; k < this.first[at + 1]; k++) {
          const t = this.inCells[k];
          if (this.stamps[t] === this.stamp) continue;
          this.stamps[t] = this.stamp;
          this.hold(t, ax, ay, az, bx, by, bz);
        }
      }
    }
    const long = Math.hypot(bx - ax, by - ay);
    return joined(this.found, Math.max(GAP, this.near / Math.max(long, this.near)));
  }

  /** Holds a line against a triangle: it is behind it where it is within its rim and below its face. */
  private hold(t: number, ax: number, ay: number, az: number, bx: number, by: number, bz: number): void {
    const { corners: p } = this;
    const i = 9 * t;
    if (Math.min(az, bz) >= Math.max(p[i + 2], p[i + 5], p[i + 8])) return;
    if (Math.max(ax, bx) <= Math.min(p[i], p[i + 3], p[i + 6])) return;
    if (Math.min(ax, bx) >= Math.max(p[i], p[i + 3], p[i + 6])) return;
    const area = (p[i + 3] - p[i]) * (p[i + 7] - p[i + 1]) - (p[i + 4] - p[i + 1]) * (p[i + 6] - p[i]);
    const [wide, side] = [this.cell * this.columns, area > 0 ? 1 : -1];
    if (Math.abs(area) < NARROW * wide * wide) return;
    let [from, to] = [0, 1];
    const keep = (atA: number, atB: number): boolean => {
      if (atA <= 0 && atB <= 0) return false;
      if (atA > 0 && atB > 0) return true;
      const cut = atA / (atA - atB);
      if (atA > 0) to = Math.min(to, cut);
      else from = Math.max(from, cut);
      return to > from;
    };
    for (let e = 0; e < 9; e += 3) {
      const [q, r] = [i + e, i + ((e + 3) % 9)];
      const [ux, uy] = [p[r] - p[q], p[r + 1] - p[q + 1]];
      const rim = RIM * Math.sqrt(ux * ux + uy * uy) * wide;
      const atA = side * (ux * (ay - p[q + 1]) - uy * (ax - p[q])) + rim;
      const atB = side * (ux * (by - p[q + 1]) - uy * (bx - p[q])) + rim;
      if (!keep(atA, atB)) return;
    }
    // How far its face is before the line.
    const nx = (p[i + 4] - p[i + 1]) * (p[i + 8] - p[i + 2]) - (p[i + 5] - p[i + 2]) * (p[i + 7] - p[i + 1]);
    const ny = (p[i + 5] - p[i + 2]) * (p[i + 6] - p[i]) - (p[i + 3] - p[i]) * (p[i + 8] - p[i + 2]);
    const before = (x: number, y: number, z: number): number =>
      p[i + 2] - (nx * (x - p[i]) + ny * (y - p[i + 1])) / area - z - this.near;
    if (keep(before(ax, ay, az), before(bx, by, bz))) this.found.push(from, to);
  }

  /** What of a column a line goes through, with a little room. */
  private within(c: number, ax: number, ay: number, bx: number, by: number): readonly [number, number] {
    const [low, high] = [this.x0 + c * this.cell, this.x0 + (c + 1) * this.cell];
    const room = this.cell * 1e-6;
    if (Math.abs(bx - ax) < room) return [Math.min(ay, by) - room, Math.max(ay, by) + room];
    const at = (x: number): number => ay + Math.min(1, Math.max(0, (x - ax) / (bx - ax))) * (by - ay);
    const [y0, y1] = [at(low - room), at(high + room)];
    return [Math.min(y0, y1) - room, Math.max(y0, y1) + room];
  }

  private column(x: number): number {
    return Math.min(this.columns - 1, Math.max(0, Math.floor((x - this.x0) / this.cell)));
  }

  private row(y: number): number {
    return Math.min(this.rows - 1, Math.max(0, Math.floor((y - this.y0) / this.cell)));
  }

  private eachCell(t: number, use: (cell: number) => void): void {
    const { corners: p } = this;
    const i = 9 * t;
    const c1 = this.column(Math.max(p[i], p[i + 3], p[i + 6]));
    const [r0, r1] = [
      this.row(Math.min(p[i + 1], p[i + 4], p[i + 7])),
      this.row(Math.max(p[i + 1], p[i + 4], p[i + 7])),
    ];
    for (let c = this.column(Math.min(p[i], p[i + 3], p[i + 6])); c <= c1; c++)
      for (let r = r0; r <= r1; r++) use(r * this.columns + c);
  }
}

/** Parts of a line that are shorter than this between two others are rounding. */
const GAP = 1e-7;

/** Parts of a line joined where they meet. @param gap what between them is nothing, of the line */
function joined(parts: readonly number[], gap: number): readonly number[] {
  if (parts.length <= 2) return parts;
  const order = Array.from({ length: parts.length / 2 }, (_, i) => 2 * i).sort((i, j) => parts[i] - parts[j]);
  const out: number[] = [];
  for (const i of order) {
    if (out.length > 0 && parts[i] <= out[out.length - 1] + gap)
      out[out.length - 1] = Math.max(out[out.length - 1], parts[i + 1]);
    else out.push(parts[i], parts[i + 1]);
  }
  return out;
}
