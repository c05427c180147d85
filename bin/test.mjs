// npm test: every check, one after the other, and a line with the sum at the end.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { ensureBundles, PROJECT } from './build.mjs';
import { ensureNpmPackages, ensurePrograms } from './install.mjs';

const bin = (name) => path.join(PROJECT, 'node_modules', name);
const TSC = bin('typescript-7/bin/tsc');
const JEST_RESULT = path.join(PROJECT, '.data/jest.json');
const PLAYWRIGHT_RESULT = path.join(PROJECT, '.data/playwright.json');
const MOST_MINUTES = 15;

let passed = 0;
let failed = 0;
const startedAt = Date.now();

/** Runs a command with its output shown, and says how it ended when that was not well. */
function run(args, env = {}) {
  const { status, signal, error } = spawnSync(process.execPath, args, {
    cwd: PROJECT,
    stdio: 'inherit',
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
  });
  if (status !== 0) console.log(`\nended with ${signal ?? status}${error ? `: ${error.message}` : ''}`);
}

/** A check that is passed or failed as a whole, and which it was; its words are shown when it has ended, so that two can run at once. */
async function check(name, args) {
  const { status, output } = await new Promise((resolve) => {
    const child = spawn(process.execPath, args, { cwd: PROJECT, env: process.env });
    let text = '';
    child.stdout.on('data', (data) => (text += data));
    child.stderr.on('data', (data) => (text += data));
    child.on('error', (error) => resolve({ status: 1, output: error.message }));
    child.on('close', (code) => resolve({ status: code, output: text }));
  });
  const isGood = status === 0;
  if (isGood) passed++;
  else failed++;
  console.log(`\n── ${name}\n${output.trimEnd()}${output.trim() ? '\n' : ''}${isGood ? 'passed' : 'FAILED'}: ${name}`);
  return isGood;
}

function readJson(file) {
  return existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined;
}

/** Adds what a runner counted; a runner that counted nothing has failed. */
function addCounts(name, counts) {
  if (!counts || counts.passed + counts.failed === 0) {
    console.log(`FAILED: ${name} brought no result`);
    failed++;
    return;
  }
  passed += counts.passed;
  failed += counts.failed;
}

ensureNpmPackages();
ensurePrograms('mariadbd', 'mariadb', 'chromium', 'redis-server');
mkdirSync(path.join(PROJECT, '.data'), { recursive: true });
for (const file of [JEST_RESULT, PLAYWRIGHT_RESULT]) rmSync(file, { force: true });

async function checkTexts() {
  const places = ['src', 'tests', 'bench', 'bin', 'docs'];
  await check('formatting', [bin('prettier/bin/prettier.cjs'), '--check', '--log-level', 'warn', ...places]);
  await check('types', [TSC, '--noEmit', '-p', 'tsconfig.json']);
  await check('types of the core, without browser and Node', [TSC, '--noEmit', '-p', 'src/core/tsconfig.json']);
  const rules = ['--config', '.dependency-cruiser.cjs', '--output-type', 'err'];
  await check('import rules', [bin('dependency-cruiser/bin/dependency-cruise.mjs'), 'src', ...rules]);
}

const BUILD_PAGES = "import { ensureWebBuild } from './bin/webServer.mjs'; ensureWebBuild();";

// Lint uses one core, everything else the other.
const [arePagesBuilt] = await Promise.all([
  checkTexts().then(() => check('pages', ['--input-type=module', '-e', BUILD_PAGES])),
  check('lint', [bin('eslint/bin/eslint.js'), '--max-warnings', '0', 'src', 'tests', 'bench', 'bin']),
]);

await ensureBundles();

console.log('\n── unit tests');
run([bin('jest/bin/jest.js'), '--json', `--outputFile=${JEST_RESULT}`], { GORGE_LOG: 'silent' });
const jest = readJson(JEST_RESULT);
addCounts(
  'unit tests',
  jest && { passed: jest.numPassedTests, failed: jest.numFailedTests + jest.numRuntimeErrorTestSuites },
);

if (arePagesBuilt) {
  console.log('\n── end to end');
  run([bin('@playwright/test/cli.js'), 'test']);
  const playwright = readJson(PLAYWRIGHT_RESULT);
  addCounts(
    'end to end',
    playwright && {
      passed: playwright.stats.expected + playwright.stats.flaky,
      failed: playwright.stats.unexpected + playwright.errors.length,
    },
  );
}

const minutes = (Date.now() - startedAt) / 60_000;
console.log(`\n${minutes.toFixed(1)} minutes (${MOST_MINUTES} at the most)`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
