/** Which way the route goes round a wheel, seen with y up. */
export type Turn = 'ccw' | 'cw';

/** A wheel of a route with its effective radius: that of the line the row runs on. */
export interface RouteWheel {
  readonly id: string;
  /** What people call it; its id where it has no name. */
  readonly name?: string;
  readonly x: number;
  readonly y: number;
  /** Zero for a bare point, where an open route starts or ends. */
  readonly radius: number;
  readonly turn: Turn;
  /** Whole turns round it besides, each rising by so much, mm. */
  readonly wraps?: { readonly turns: number; readonly rise: number };
  /** Spare length hanging in the span after this wheel, mm: none where it is left out. */
  readonly slack?: number;
}
