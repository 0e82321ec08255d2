/** How a wheel turns with a row. */
export interface WheelTurning {
  readonly wheel: string;
  /** Angle at no travel, radians: where a tooth gap stands, for toothed wheels. */
  readonly start: number;
  /** Turn for one pitch of travel, radians, signed. */
  readonly perPitch: number;
  /** Deviation from steady turning at each phase of a pitch; empty for plain wheels. */
  readonly deviation: Float64Array;
}

/** The wheel's angle after `travel` pitches. */
export function wheelAngle(turning: WheelTurning, travel: number): number {
  const { deviation, start, perPitch } = turning;
  const n = deviation.length;
  if (n === 0) return start + perPitch * travel;
  const place = (travel - Math.floor(travel)) * n;
  const j = Math.min(n - 1, Math.floor(place));
  const w = place - j;
  return start + perPitch * travel + deviation[j] + w * (deviation[(j + 1) % n] - deviation[j]);
}
