// Small helpers around processes, ports and files that the commands share.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import net from 'node:net';
import path from 'node:path';

export const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** Whether a process is alive and its command line holds a text, so that a reused number is not taken for ours. */
export function isAlive(pid, holding) {
  if (!pid) return false;
  try {
    process.kill(pid, 0);
  } catch {
    return false;
  }
  try {
    const status = readFileSync(`/proc/${pid}/stat`, 'utf8');
    if (/\) Z /.test(status)) return false;
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(holding);
  } catch {
    // It ended just now, or there is no such list of processes here.
    return !existsSync('/proc/self/stat');
  }
}

/** Asks a process to end and waits; ends it by force when it does not. */
export async function endProcess(pid, holding, patienceMs = 15_000) {
  if (!isAlive(pid, holding)) return;
  signal(pid, 'SIGTERM');
  for (let waited = 0; waited < patienceMs && isAlive(pid, holding); waited += 50) await sleep(50);
  if (isAlive(pid, holding)) signal(pid, 'SIGKILL');
}

/** Sends a signal; one that has ended meanwhile needs none. */
function signal(pid, name) {
  try {
    process.kill(pid, name);
  } catch (error) {
    if (error.code !== 'ESRCH') throw error;
  }
}

export function isPortFree(port, host = '127.0.0.1') {
  return new Promise((resolve) => {
    const probe = net.createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, host, () => probe.close(() => resolve(true)));
  });
}

/** The wanted port if it is free, otherwise the next free one. */
export async function findFreePort(wanted, host = '127.0.0.1') {
  for (let port = wanted; port < wanted + 200; port++) if (await isPortFree(port, host)) return port;
  throw new Error(`no free port from ${wanted} to ${wanted + 199}`);
}

export function readState(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return {};
  }
}

export function writeState(file, state) {
  writeFileSync(file, JSON.stringify(state) + '\n', { mode: 0o600 });
}

export function removeFile(file) {
  rmSync(file, { force: true });
}

/** Full path of a program, looked for in PATH and the system folders. */
export function findProgram(name) {
  const folders = [...(process.env.PATH ?? '').split(path.delimiter), '/usr/sbin', '/usr/bin', '/usr/local/bin'];
  return folders.map((folder) => path.join(folder, name)).find((file) => existsSync(file));
}

/** Ends the command with a sentence for people. */
export function giveUp(message, hint) {
  process.stderr.write(`${message}\n  ${hint}\n`);
  process.exit(1);
}

/** Runs a program to its end; its output is shown only when it fails. */
export function runQuietly(program, args, options = {}) {
  const result = spawnSync(program, args, { encoding: 'utf8', maxBuffer: 64 * 1024 * 1024, ...options });
  if (result.status === 0) return result.stdout;
  throw new Error(
    `${program} ${args.join(' ')} failed:\n${result.error ?? ''}${result.stdout ?? ''}${result.stderr ?? ''}`,
  );
}
