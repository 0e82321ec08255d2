import { rowRule } from '../rule';

/** Every other piece turned round a loop of an odd count. */
export const brokenTurn = rowRule('set-out', ['broken-turn'], ({ setOut: { setOut }, fit }) =>
  setOut.alternate !== 0 && fit.window.ring && fit.count % 2 === 1
    ? [
        {
          kind: 'broken-turn',
          text: `Every other piece is turned, but ${fit.count} is an odd number: at the closing place two alike meet.`,
          at: 0,
        },
      ]
    : [],
);
