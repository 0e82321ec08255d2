/** Triangles that are drawn while the view moves, claimed by what stands there, whoever comes first. */
export class TriangleBudget {
  private readonly claims = new Map<object, number>();

  constructor(readonly total: number) {}

  /** Claims some more for what stands there; false where there are not so many left. */
  claim(by: object, triangles: number): boolean {
    let used = triangles;
    for (const claim of this.claims.values()) used += claim;
    if (used > this.total) return false;
    this.claims.set(by, (this.claims.get(by) ?? 0) + triangles);
    return true;
  }

  /** What stood there is gone. */
  release(by: object): void {
    this.claims.delete(by);
  }
}
