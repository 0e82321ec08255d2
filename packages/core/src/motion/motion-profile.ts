import { RelayError } from '../error';

/** How a run goes through its travel in one loop. All times are whole frames. */
export interface MotionProfile {
  /** Once through its travel, or there and back again. */
  readonly way: 'on' | 'to-and-fro';
  /** Frames it rests: before it sets out, and where it arrives. */
  readonly dwell: readonly [number, number];
  /** Frames it takes to get up to speed, and to come to rest, on every leg. */
  readonly ease: readonly [number, number];
}

/** From the first frame to the last at one speed. */
export const STEADY: MotionProfile = { way: 'on', dwell: [0, 0], ease: [0, 0] };

export const isSteady = ({ way, dwell, ease }: MotionProfile): boolean =>
  way === 'on' && dwell[0] === 0 && dwell[1] === 0 && ease[0] === 0 && ease[1] === 0;

/** Frames that the legs of a profile move for: one leg, or out and back. */
export function legsOf({ way, dwell }: MotionProfile, frames: number): readonly number[] {
  const moving = frames - dwell[0] - dwell[1];
  if (way === 'on') return [moving];
  const out = Math.ceil(moving / 2);
  return [out, moving - out];
}

/**
 * @throws RelayError manner-invalid where rests and eases do not fit into the loop
 */
export function checkMotionProfile(profile: MotionProfile, frames: number): void {
  const whole = [...profile.dwell, ...profile.ease].every((value) => Number.isInteger(value) && value >= 0);
  if (!whole) throw wrong('Rests and eases are whole numbers of frames, zero or more.');
  const shortest = Math.min(...legsOf(profile, frames));
  const resting = profile.dwell[0] + profile.dwell[1];
  if (shortest < 1) {
    throw wrong(
      `It rests for ${resting} of ${frames} frames, which leaves none to move in. Rest for less, or make the loop longer.`,
    );
  }
  const easing = profile.ease[0] + profile.ease[1];
  if (easing > shortest) {
    throw wrong(
      `Getting up to speed and coming to rest take ${easing} frames, and there are ${shortest} to move in. Ease for fewer frames, or make the loop longer.`,
    );
  }
}

/**
 * The part of its travel a run has done at a frame: 0 at the start of the loop; at its end 1, or 0
 * again where it goes to and fro. Beyond the loop it goes on as in it. The frame may lie between
 * whole ones.
 */
export function partTravelled(profile: MotionProfile, frames: number, frame: number): number {
  if (isSteady(profile)) return frame / frames;
  const laps = Math.floor(frame / frames);
  const within = frame - laps * frames;
  const { way, dwell, ease } = profile;
  const [out, back] = legsOf(profile, frames);
  if (way === 'on') return laps + legPart(within - dwell[0], out, ease);
  const t = within - dwell[0];
  if (t <= out + dwell[1]) return legPart(t, out, ease);
  return 1 - legPart(t - out - dwell[1], back, ease);
}

/**
 * The part of a leg done after t of its frames. Speed rises and falls as (1 − cos) / 2, so that
 * neither speed nor acceleration jumps; in between it is steady.
 */
function legPart(t: number, frames: number, [up, down]: readonly [number, number]): number {
  if (t <= 0) return 0;
  if (t >= frames) return 1;
  const speed = 1 / (frames - (up + down) / 2);
  if (t < up) return speed * ramp(t, up);
  if (t <= frames - down) return speed * (t - up / 2);
  return 1 - speed * ramp(frames - t, down);
}

/** ∫ (1 − cos(π t / T)) / 2 dt. */
const ramp = (t: number, T: number): number => t / 2 - (T / (2 * Math.PI)) * Math.sin((Math.PI * t) / T);

const wrong = (message: string): RelayError => new RelayError('manner-invalid', message, { field: 'manner' });
