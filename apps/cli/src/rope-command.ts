import { ropeAnswer } from '@coin-relay/answers';
import { RelayError, type Hand } from '@coin-relay/core';
import type { Command } from 'commander';
import { numberOf } from './options';

interface RopeOptions {
  readonly strands?: string;
  readonly radius?: string;
  readonly lay?: string;
  readonly angle?: string;
  readonly core?: string;
  readonly loop?: string;
  readonly turned?: string;
  readonly hand?: string;
  readonly bend?: string;
}

/** Adds the command that works out how the strands of a rope lie. */
export function addRope(program: Command, answer: (made: object) => void): Command {
  return program
    .command('rope')
    .description('how the strands of a rope lie on each other, and with which lays they meet round a loop')
    .option('--strands <m>', 'how many there are')
    .option('--radius <mm>', 'of a strand')
    .option('--lay <mm>', 'along the rope for one turn')
    .option('--angle <deg>', 'or the angle of the strands to its axis')
    .option('--core <mm>', 'the radius of what they lie on')
    .option('--loop <mm>', 'how long the loop is that it is laid round')
    .option('--turned <deg>', 'what the frame comes back turned by on that loop, where it leaves its plane')
    .option('--hand <word>', 'right or left')
    .option('--bend <mm>', 'the radius of a bend: how near its strands come there')
    .action((options: RopeOptions) => {
      answer(
        ropeAnswer({
          ...{ strands: needed('strands', options.strands), radius: needed('radius', options.radius) },
          ...{ lay: numberOf('lay', options.lay), angle: numberOf('angle', options.angle) },
          ...{ core: numberOf('core', options.core), loop: numberOf('loop', options.loop) },
          ...{ turned: numberOf('turned', options.turned), hand: handOf(options.hand) },
          bend: numberOf('bend', options.bend),
        }),
      );
    });
}

function needed(name: string, text: string | undefined): number {
  const value = numberOf(name, text);
  if (value !== undefined) return value;
  throw new RelayError('request-invalid', `A rope needs --${name}.`, { field: name });
}

function handOf(text: string | undefined): Hand | undefined {
  if (text === undefined || text === 'right' || text === 'left') return text;
  throw new RelayError('request-invalid', `--hand is right or left; it was given “${text}”.`, {
    field: 'hand',
  });
}
