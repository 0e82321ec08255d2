import type { Job } from '../job/schema';
import type { Material } from '../families';

/** Materials that are always there: colour, how bare a metal, how dull. */
export const MATERIALS: readonly Material[] = [
  { id: 'brass', name: 'Brass', colour: '#c9a35c', metal: 1, rough: 0.35 },
  { id: 'steel', name: 'Steel', colour: '#a9b1b4', metal: 1, rough: 0.4 },
  { id: 'iron', name: 'Cast iron', colour: '#d5d6d0', metal: 0.8, rough: 0.7 },
  { id: 'shade', name: 'Grey steel', colour: '#bfc3bf', metal: 1, rough: 0.6 },
  { id: 'copper', name: 'Copper', colour: '#b4714a', metal: 1, rough: 0.35 },
  { id: 'leather', name: 'Leather', colour: '#8a5638', metal: 0, rough: 0.8 },
  { id: 'rubber', name: 'Rubber', colour: '#4d4a46', metal: 0, rough: 0.9 },
  { id: 'thread', name: 'Thread', colour: '#e6d6b2', metal: 0, rough: 0.9 },
  { id: 'wood', name: 'Wood', colour: '#b98f5f', metal: 0, rough: 0.8 },
  { id: 'glass', name: 'Lit glass', colour: '#f4dc8e', metal: 0, rough: 0.1 },
  { id: 'paper', name: 'Paper', colour: '#fbf8f0', metal: 0, rough: 1 },
  { id: 'cord', name: 'Tarred cord', colour: '#5f564a', metal: 0, rough: 0.9 },
  { id: 'red', name: 'Red enamel', colour: '#b3402f', metal: 0, rough: 0.25 },
  { id: 'blue', name: 'Blue enamel', colour: '#3f6d8e', metal: 0, rough: 0.25 },
];

/** Materials of a job: those that are always there, and its own. */
export function materialsOf(job: Pick<Job, 'materials'>): readonly Material[] {
  return job.materials ? [...MATERIALS, ...job.materials] : MATERIALS;
}
