import type { SpaceStage } from './space-stage';

/** What a press of an arrow key turns by, radians. */
const TURN = Math.PI / 24;
const NEARER = 1.2;

/** Turns what has the focus, or comes nearer, by a key; says whether it was one of those. */
export function turnByKey(event: KeyboardEvent, stage: SpaceStage, smoothly: boolean): boolean {
  const { camera } = stage;
  const act: (() => void) | undefined = {
    ArrowLeft: () => camera.turn(-TURN, 0, smoothly),
    ArrowRight: () => camera.turn(TURN, 0, smoothly),
    ArrowUp: () => camera.turn(0, -TURN, smoothly),
    ArrowDown: () => camera.turn(0, TURN, smoothly),
    '+': () => camera.zoom(NEARER, smoothly),
    '-': () => camera.zoom(1 / NEARER, smoothly),
  }[event.key];
  if (!act) return false;
  // What is chosen is not moved by the same key.
  event.preventDefault();
  event.stopPropagation();
  act();
  stage.draw();
  return true;
}
