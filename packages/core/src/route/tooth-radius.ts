/** How a row meets the teeth of a wheel. */
export type Engagement = 'stiff' | 'bending';

/**
 * Pitch radius of a wheel of z teeth, mm. Stiff links lie as chords of the pitch circle:
 * p / (2 sin(π / z)) (ISO 606). A toothed belt lies as its arc: z p / 2π (ISO 5294).
 */
export function toothRadius(teeth: number, pitch: number, engagement: Engagement): number {
  return engagement === 'stiff' ? pitch / (2 * Math.sin(Math.PI / teeth)) : (teeth * pitch) / (2 * Math.PI);
}
