// Passes all tests: lint, type check, unit tests, component tests, build, browser tests. The last line counts them.
import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { chromiumPath, firefoxPath, installBrowsers, installPackages, root } from './install.mjs';

let passed = 0;
let failed = 0;

installPackages();
const browsers = installBrowsers();
mkdirSync(`${root}test-results`, { recursive: true });

// Each of these keeps one core busy.
await Promise.all([
  checkBeside('Lint', ['npx', 'eslint', '.', '--max-warnings', '0']),
  checkBeside('Types', ['node', 'scripts/typecheck.mjs'])
    .then(() => checkBeside('Formatting', ['npx', 'prettier', '--check', '.', '--log-level', 'warn']))
    .then(() => checkBeside('Circles', ['node', 'scripts/circles.mjs'])),
]);
suite(
  'Unit tests',
  [
    'npx',
    'vitest',
    'run',
    '--reporter=default',
    '--reporter=json',
    '--outputFile.json=test-results/unit.json',
  ],
  'unit.json',
  (report) => [report.numPassedTests, report.numFailedTests + report.numPendingTests],
);
suite(
  'Component tests',
  [
    'npx',
    'ng',
    'test',
    '--reporters',
    'default',
    '--reporters',
    'json',
    '--output-file',
    `${root}test-results/components.json`,
  ],
  'components.json',
  (report) => [report.numPassedTests, report.numFailedTests + report.numPendingTests],
  'apps/web',
);
check('Build', ['node', 'scripts/build.mjs']);
await browsers;
if (!firefoxPath()) console.log('\nNo Firefox was found: its test is left out.');
if (chromiumPath()) {
  suite(
    'Browser tests',
    ['npx', 'playwright', 'test', '-c', 'e2e/playwright.config.ts'],
    'browser.json',
    (report) => [report.stats.expected, report.stats.unexpected + report.stats.flaky + report.stats.skipped],
  );
} else {
  console.log('\nBrowser tests: no Chromium was found. Install it, or name it in CHROMIUM_PATH.');
  failed++;
}
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed === 0 ? 0 : 1;

/** One step that passes or fails as a whole. */
function check(name, command) {
  count(run(name, command));
}

/** The same beside others: what it prints comes at its end, in one piece. */
async function checkBeside(name, [command, ...args]) {
  const child = spawn(command, args, { cwd: root, env: environment() });
  const said = [];
  child.stdout.on('data', (part) => said.push(part));
  child.stderr.on('data', (part) => said.push(part));
  const ok = await new Promise((resolve) => {
    child.on('error', () => resolve(false));
    child.on('close', (status) => resolve(status === 0));
  });
  console.log(`\n${name}`);
  process.stdout.write(Buffer.concat(said));
  count(ok);
}

function count(ok) {
  if (ok) passed++;
  else failed++;
}

/** A step that counts its own tests into a report. A report that is missing, or a failure that it does not count, is one failure. */
function suite(name, command, report, read, folder = '') {
  rmSync(`${root}test-results/${report}`, { force: true });
  const ok = run(name, command, folder);
  try {
    const [good, bad] = read(JSON.parse(readFileSync(`${root}test-results/${report}`, 'utf8')));
    passed += good;
    failed += bad;
    if (good === 0 || (!ok && bad === 0)) failed++;
  } catch {
    failed++;
  }
}

function run(name, [command, ...args], folder = '') {
  console.log(`\n${name}`);
  const { status } = spawnSync(command, args, {
    cwd: `${root}${folder}`,
    stdio: 'inherit',
    env: environment(),
  });
  return status === 0;
}

function environment() {
  const [chromium, firefox] = [chromiumPath(), firefoxPath()];
  return {
    ...process.env,
    NG_CLI_ANALYTICS: 'false',
    ...(chromium ? { CHROMIUM_PATH: chromium } : {}),
    ...(firefox ? { FIREFOX_PATH: firefox } : {}),
  };
}
