import { parseArgs } from 'node:util';

export interface Config {
  readonly host: string;
  readonly port: number;
  readonly data: string;
  readonly demo: boolean;
  readonly pages: string;
  readonly hostNames: readonly string[];
}

/** Reads the server's options. It listens on the loopback address unless told otherwise. */
export function readConfig(argv: readonly string[], defaults: { data: string; pages: string }): Config {
  const { values } = parseArgs({
    args: [...argv],
    options: {
      host: { type: 'string', default: '127.0.0.1' },
      port: { type: 'string', default: '4310' },
      data: { type: 'string', default: defaults.data },
      pages: { type: 'string', default: defaults.pages },
      demo: { type: 'boolean', default: false },
      name: { type: 'string', multiple: true, default: [] },
    },
  });
  const port = Number(values.port);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`--port ${values.port} is not a port number (0 to 65535).`);
  return {
    host: values.host,
    port,
    data: values.data,
    demo: values.demo,
    pages: values.pages,
    hostNames: ['127.0.0.1', 'localhost', '[::1]', values.host, ...values.name],
  };
}
