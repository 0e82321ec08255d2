import { DEFAULT_REQUEST, type FitRequest, type FitSource } from '@coin-relay/core';

/** A chain of about 200 links round two sprockets and an outer idler. */
export function longChain(x = 1060, y = 90): FitSource {
  return {
    kind: 'route',
    closed: true,
    wheels: [
      { id: 'drive', x: 0, y: 0, turn: 'ccw', size: { by: 'teeth', teeth: 17, pitch: 12.7 } },
      { id: 'head', x, y, turn: 'ccw', size: { by: 'teeth', teeth: 38, pitch: 12.7 } },
      { id: 'idler', x: 500, y: 112, turn: 'cw', size: { by: 'radius', radius: 40 } },
    ],
  };
}

export const CHAIN_REQUEST: FitRequest = { ...DEFAULT_REQUEST, pitch: 12.7, multiple: 2 };
