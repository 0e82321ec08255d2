// Passes all tests: lint, type check, unit tests, component tests, build, browser tests. The last line counts them.
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { chromiumPath, firefoxPath, installBrowsers, installPackages, root } from './install.mjs';

const unitTests = [
  'npx',
  'vitest',
  'run',
  '--reporter=default',
  '--reporter=json',
  '--outputFile.json=test-results/unit.json',
];
const componentTests = [
  ...['npx', 'ng', 'test', '--reporters', 'default', '--reporters', 'json'],
  ...['--output-file', `${root}test-results/components.json`],
];
const unitCounts = (report) => [report.numPassedTests, report.numFailedTests + report.numPendingTests];
const browserTests = ['npx', 'playwright', 'test', '-c', 'e2e/playwright.config.ts'];
const browserCounts = ({ stats }) => [stats.expected, stats.unexpected + stats.flaky + stats.skipped];

let passed = 0;
let failed = 0;

installPackages();
const browsers = installBrowsers();
mkdirSync(`${root}test-results`, { recursive: true });

// Each of these keeps one core busy.
await Promise.all([
  inTurn(
    () => check('Lint', ['npx', 'eslint', '.', '--max-warnings', '0']),
    () => check('Formatting', ['npx', 'prettier', '--check', '.', '--log-level', 'warn']),
    () => check('Circles', ['node', 'scripts/circles.mjs']),
    () => suite('Component tests', componentTests, 'components.json', unitCounts, 'apps/web'),
    () => check('Build', ['node', 'scripts/build.mjs']),
  ),
  inTurn(
    () => check('Types', ['node', 'scripts/typecheck.mjs']),
    () => suite('Unit tests', unitTests, 'unit.json', unitCounts),
  ),
]);
await browsers;
if (!firefoxPath()) console.log('\nNo Firefox was found: its test is left out.');
if (chromiumPath()) {
  await suite('Browser tests', browserTests, 'browser.json', browserCounts, '', true);
} else {
  console.log('\nBrowser tests: no Chromium was found. Install it, or name it in CHROMIUM_PATH.');
  failed++;
}
console.log(`${passed} passed, ${failed} failed`);
process.exitCode = failed === 0 ? 0 : 1;

async function inTurn(...steps) {
  for (const step of steps) await step();
}

/** One step that passes or fails as a whole. */
async function check(name, command) {
  count(await run(name, command));
}

function count(ok) {
  if (ok) passed++;
  else failed++;
}

/** A step that counts its own tests into a report. A report that is missing, or a failure that it does not count, is one failure. */
async function suite(name, command, report, read, folder = '', alone = false) {
  rmSync(`${root}test-results/${report}`, { force: true });
  const ok = await run(name, command, folder, alone);
  try {
    const [good, bad] = read(JSON.parse(readFileSync(`${root}test-results/${report}`, 'utf8')));
    passed += good;
    failed += bad;
    if (good === 0 || (!ok && bad === 0)) failed++;
  } catch {
    failed++;
  }
}

/** Beside others, what it prints comes at its end, in one piece. */
async function run(name, [command, ...args], folder = '', alone = false) {
  if (alone) console.log(`\n${name}`);
  const child = spawn(command, args, {
    cwd: `${root}${folder}`,
    env: environment(),
    stdio: alone ? 'inherit' : ['ignore', 'pipe', 'pipe'],
  });
  const said = [];
  child.stdout?.on('data', (part) => said.push(part));
  child.stderr?.on('data', (part) => said.push(part));
  const ok = await new Promise((resolve) => {
    child.on('error', () => resolve(false));
    child.on('close', (status) => resolve(status === 0));
  });
  if (!alone) {
    console.log(`\n${name}${ok ? '' : ': failed'}`);
    process.stdout.write(Buffer.concat(said));
  }
  return ok;
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
