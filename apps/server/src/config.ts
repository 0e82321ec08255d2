import { parseArgs } from 'node:util';
import { StartError } from './start-error';

export interface Config {
  readonly host: string;
  readonly port: number;
  readonly data: string;
  readonly demo: boolean;
  readonly pages: string;
  readonly hostNames: readonly string[];
}

/** How the server is started. */
export const USAGE = `Usage: coin-relay-server [options]

  --port <number>   port to listen on, 0 for any that is free (4310)
  --host <address>  address to listen on; the loopback address unless told otherwise (127.0.0.1)
  --name <name>     a name the server answers to besides its address; may be given several times
  --data <folder>   folder the jobs are kept in (.coin-relay in the home folder)
  --pages <folder>  folder of the built interface
  --demo            puts the demo jobs on the rack
  --help            says this
`;

/**
 * Reads the server's options; null where only the usage is asked for.
 * @throws StartError for options that it does not have
 */
export function readConfig(
  argv: readonly string[],
  defaults: { data: string; pages: string },
): Config | null {
  const values = optionsOf(argv, defaults);
  if (values.help) return null;
  const port = Number(values.port);
  if (values.port.trim() === '' || !Number.isInteger(port) || port < 0 || port > 65535)
    throw new StartError(`--port ${values.port} is not a port number (0 to 65535)`, true);
  return {
    host: values.host,
    port,
    data: values.data,
    demo: values.demo,
    pages: values.pages,
    hostNames: ['127.0.0.1', 'localhost', '[::1]', values.host, ...values.name],
  };
}

function optionsOf(argv: readonly string[], defaults: { data: string; pages: string }) {
  try {
    return parseArgs({
      args: [...argv],
      options: {
        help: { type: 'boolean', short: 'h', default: false },
        host: { type: 'string', default: '127.0.0.1' },
        port: { type: 'string', default: '4310' },
        data: { type: 'string', default: defaults.data },
        pages: { type: 'string', default: defaults.pages },
        demo: { type: 'boolean', default: false },
        name: { type: 'string', multiple: true, default: [] },
      },
    }).values;
  } catch (error) {
    const message = error instanceof Error ? error.message : String(error);
    throw new StartError(message.split('. ')[0].replace(/\.$/, ''), true);
  }
}
