// Installs what is missing. Shared by the commands that must work on a fresh clone.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));
const stamp = `${root}node_modules/.coin-relay-installed`;

/** Runs a command in the project's folder; throws where it fails. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (result.status !== 0) throw new Error(`${command} ${args.join(' ')} failed`);
}

/** Installs the packages of the lock file where they are not the ones that are there. */
export function installPackages() {
  const wanted = createHash('sha256')
    .update(readFileSync(`${root}package-lock.json`))
    .digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  console.log('Installing the packages (some minutes, once)…');
  // Under `npm test --silent` npm would not say what went wrong.
  run('npm', ['ci', '--no-audit', '--no-fund', '--no-progress'], {
    env: { ...process.env, npm_config_loglevel: 'error' },
  });
  writeFileSync(stamp, wanted);
}

/** Where Debian's Chromium is; installs it where it is absent and that is allowed. Null where there is none. */
export function findChromium() {
  const places = [
    process.env.CHROMIUM_PATH,
    '/usr/bin/chromium',
    '/usr/bin/chromium-browser',
    '/usr/bin/google-chrome',
  ];
  const find = () => places.find((path) => path && existsSync(path)) ?? null;
  const found = find();
  if (found || process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) return found;
  console.log('Installing Chromium for the browser tests…');
  const quiet = {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  };
  spawnSync('apt-get', ['update'], quiet);
  spawnSync('apt-get', ['install', '-y', '--no-install-recommends', 'chromium'], quiet);
  return find();
}
