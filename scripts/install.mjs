// Installs what is missing. Shared by the commands that must work on a fresh clone.
import { spawn, spawnSync } from 'node:child_process';
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

const BROWSERS = {
  chromium: ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'],
  'firefox-esr': ['/usr/bin/firefox-esr', '/usr/bin/firefox'],
};

const present = (paths) => paths.find((path) => path && existsSync(path)) ?? null;

/** Where Chromium is; null where there is none. */
export const chromiumPath = () => present([process.env.CHROMIUM_PATH, ...BROWSERS.chromium]);

/** Where Firefox is; null where there is none. */
export const firefoxPath = () => present([process.env.FIREFOX_PATH, ...BROWSERS['firefox-esr']]);

/** Installs Debian's browsers where they are absent and that is allowed, beside what else is done. */
export async function installBrowsers(names = Object.keys(BROWSERS)) {
  const wanted = names.filter((name) => !(name === 'chromium' ? chromiumPath() : firefoxPath()));
  if (wanted.length === 0 || process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) return;
  console.log(`Installing ${wanted.join(' and ')} for the browser tests…`);
  await quietly(['update']);
  for (const name of wanted) await quietly(['install', '-y', '--no-install-recommends', name]);
}

/** Where Chromium is, installed if need be. */
export async function findChromium() {
  await installBrowsers(['chromium']);
  return chromiumPath();
}

function quietly(args) {
  const child = spawn('apt-get', args, {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
  return new Promise((resolve) => {
    child.on('error', resolve);
    child.on('close', resolve);
  });
}
