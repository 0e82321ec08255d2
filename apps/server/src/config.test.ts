import { describe, expect, it } from 'vitest';
import { readConfig, USAGE } from './config';

const defaults = { data: '/data', pages: '/pages' };

describe('the server’s options', () => {
  it('listens on the loopback address unless told otherwise', () => {
    expect(readConfig([], defaults)).toEqual({
      host: '127.0.0.1',
      port: 4310,
      data: '/data',
      pages: '/pages',
      demo: false,
      hostNames: ['127.0.0.1', 'localhost', '[::1]', '127.0.0.1'],
    });
  });

  it('takes another address, and answers to its name and to others given', () => {
    const config = readConfig(
      ['--host', '0.0.0.0', '--port', '80', '--demo', '--name', 'arcade.local', '--name', 'pier'],
      defaults,
    );
    expect(config).toMatchObject({ host: '0.0.0.0', port: 80, demo: true });
    expect(config?.hostNames).toEqual(
      expect.arrayContaining(['0.0.0.0', 'arcade.local', 'pier', 'localhost']),
    );
  });

  it.each([
    ['--port', 'x'],
    ['--port', '70000'],
    ['--port', '-1'],
    ['--port', '1.5'],
    ['--port', ''],
    ['--tempo'],
    ['--demo', 'yes'],
  ])('refuses %s %s', (...argv) => {
    expect(() => readConfig(argv, defaults)).toThrow(expect.objectContaining({ usage: true }) as Error);
  });

  it('says how it is started where that is asked', () => {
    expect(readConfig(['--help'], defaults)).toBeNull();
    expect(readConfig(['-h', '--port', '80'], defaults)).toBeNull();
    for (const option of ['port', 'host', 'name', 'data', 'pages', 'demo', 'help'])
      expect(USAGE).toContain(`--${option}`);
  });
});
