/** Says whether so many triangles can be drawn while the view moves. */
export type Allows = (triangles: number) => boolean;

/** Triangles that are drawn while the view moves, claimed by what stands there, whoever comes first. */
export class TriangleBudget {
  private readonly claims = new Map<object, number>();

  constructor(private readonly allows: Allows) {}

  /** Claims some more for what stands there; false where there are not so many left. */
  claim(by: object, triangles: number): boolean {
    let used = triangles;
    for (const claim of this.claims.values()) used += claim;
    if (!this.allows(used)) return false;
    this.claims.set(by, (this.claims.get(by) ?? 0) + triangles);
    return true;
  }

  /** What stood there is gone. */
  release(by: object): void {
    this.claims.delete(by);
  }
}
