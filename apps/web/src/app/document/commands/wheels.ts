import type { Wheel } from '@coin-relay/model';
import type { Command } from './command';

export function moveWheel(id: string, x: number, y: number): Command {
  return {
    label: 'Move wheel',
    recipe: (job) => {
      const wheel = job.wheels.find((w) => w.id === id);
      if (wheel) {
        wheel.x = x;
        wheel.y = y;
      }
    },
  };
}

export function resizeWheel(id: string, size: Wheel['size']): Command {
  return {
    label: size.by === 'teeth' ? 'Change teeth' : 'Change radius',
    recipe: (job) => {
      // Teeth are those of a piece: without it they would have no pitch.
      if (size.by === 'teeth' && !job.pieces.some((piece) => piece.id === size.piece)) return;
      const wheel = job.wheels.find((w) => w.id === id);
      if (wheel) wheel.size = size;
    },
  };
}

export function renameWheel(id: string, name: string): Command {
  return {
    label: 'Rename wheel',
    recipe: (job) => {
      const wheel = job.wheels.find((w) => w.id === id);
      if (wheel) wheel.name = name;
    },
  };
}

/** Passes a wheel on its other side. */
export function changeSide(id: string): Command {
  return {
    label: 'Change side',
    recipe: (job) => {
      for (const path of job.paths) {
        if (path.kind !== 'route') continue;
        for (const stop of path.stops) if (stop.wheel === id) stop.turn = stop.turn === 'ccw' ? 'cw' : 'ccw';
      }
    },
  };
}
