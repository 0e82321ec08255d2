import { writeNumber } from '@coin-relay/core';
import { travelOf, turnedOf, type Machine } from '@coin-relay/model';
import { coveredBy, moveScene, stretchesIn, type RowScene } from '@coin-relay/scene';
import { ringOf } from './area';

/**
 * What a row may cover where it lies in a layer, as an element; empty where it never does. In a moving drawing it is
 * another in each frame where its path turns.
 */
export function layerPath(
  machine: Machine,
  run: string,
  scene: RowScene,
  layer: number,
  moving: boolean,
): string {
  const area = (): string => coveredBy(scene, stretchesIn(scene, layer)).map(ringOf).join('');
  if (!moving || !scene.laid?.rides) {
    const d = area();
    return d === '' ? '' : `<path d="${d}"/>`;
  }
  const { frames, framesPerSecond } = machine.job.motion;
  const areas = Array.from({ length: frames }, (_, frame) => {
    moveScene(scene, travelOf(machine, run, frame), frame, turnedOf(machine, run, frame));
    return area() || NOTHING;
  });
  const seconds = writeNumber(frames / framesPerSecond, 6);
  return `<path d="${areas[0]}"><animate attributeName="d" dur="${seconds}s" repeatCount="indefinite" calcMode="discrete" values="${areas.join(';')}"/></path>`;
}

const NOTHING = 'M0 0Z';
