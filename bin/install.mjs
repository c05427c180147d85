// Installs what is missing: npm packages from the lock file, Debian packages when root.
import { existsSync, statSync } from 'node:fs';
import path from 'node:path';
import { PROJECT } from './build.mjs';
import { findProgram, giveUp, runQuietly } from './processes.mjs';

const DEBIAN = {
  mariadbd: 'mariadb-server',
  mariadb: 'mariadb-client',
  chromium: 'chromium',
  'redis-server': 'redis-server',
};

export function ensureNpmPackages() {
  const installed = path.join(PROJECT, 'node_modules/.package-lock.json');
  const lock = path.join(PROJECT, 'package-lock.json');
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync(lock).mtimeMs) return;
  if (existsSync(installed) && isSameLock(installed, lock)) return;
  console.log('Installing packages (once, about a minute) …');
  runQuietly('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund'], { cwd: PROJECT });
}

/** A fresh checkout gives the lock file a new date; what counts is whether the installed tree is the one it lists. */
function isSameLock(installed, lock) {
  try {
    const listed = JSON.parse(runQuietly('cat', [lock])).packages;
    const present = JSON.parse(runQuietly('cat', [installed])).packages;
    return (
      Object.entries(present).every(([name, { version }]) => listed[name]?.version === version) &&
      Object.keys(listed).every((name) => name === '' || present[name] || listed[name].optional)
    );
  } catch {
    return false;
  }
}

/** Makes sure that programs are there; as root they are installed, otherwise the one command is printed. */
export function ensurePrograms(...programs) {
  const missing = programs.filter((program) => !findProgram(program));
  if (missing.length === 0) return;
  const packages = [...new Set(missing.map((program) => DEBIAN[program]))].join(' ');
  const command = `apt-get install -y --no-install-recommends ${packages}`;
  if (process.getuid?.() !== 0) giveUp(`These Debian packages are missing: ${packages}.`, `Run once: sudo ${command}`);
  console.log(`Installing Debian packages: ${packages} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  runQuietly('apt-get', ['update', '-qq'], { env });
  runQuietly('apt-get', command.split(' ').slice(1), { env });
}
