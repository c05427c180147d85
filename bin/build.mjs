// Bundles what runs outside the web server: the command line, the worker threads and the server's start-up parts.
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const PROJECT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
const STAMP = path.join(PROJECT, 'dist/stamp.txt');
const SOURCES = [
  'src/core',
  'src/queue',
  'src/cli',
  'src/server/documents',
  'src/server/http',
  'src/server/contracts',
  'bin/build.mjs',
  'package-lock.json',
];

/** Newest change and number of files below the sources: enough to know whether the bundles are still right. */
function fingerprint(entry, seen = { newest: 0, files: 0 }) {
  const status = statSync(entry, { throwIfNoEntry: false });
  if (!status) return seen;
  if (status.isDirectory()) {
    for (const name of readdirSync(entry)) fingerprint(path.join(entry, name), seen);
  } else {
    seen.newest = Math.max(seen.newest, status.mtimeMs);
    seen.files++;
  }
  return seen;
}

/** A text that changes when a file below the sources changes, comes or goes. */
export function stampOf(sources) {
  const seen = { newest: 0, files: 0 };
  for (const source of sources) fingerprint(path.join(PROJECT, source), seen);
  return `${seen.newest} ${seen.files}\n`;
}

/** Bundles entries, given as `{ output: source }`, into the dist folder. */
export async function bundle(entries, external) {
  const { build } = await import('esbuild');
  const requireForBundles =
    "import { createRequire as makeRequire } from 'node:module'; const require = makeRequire(import.meta.url);";
  await build({
    absWorkingDir: PROJECT,
    entryPoints: entries,
    outdir: 'dist',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    // What several of them need, or what is needed only now and then, becomes a file of its own.
    splitting: true,
    chunkNames: 'shared/[name]-[hash]',
    platform: 'node',
    target: 'node20',
    format: 'esm',
    sourcemap: true,
    external,
    mainFields: ['module', 'main'],
    alias: { '@': path.join(PROJECT, 'src') },
    banner: { js: requireForBundles },
    logLevel: 'error',
  });
}

/** Builds the bundles if a source is newer than they are. */
export async function ensureBundles() {
  const stamp = stampOf(SOURCES);
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === stamp) return;
  const entries = {
    'queue/chunk.worker': 'src/queue/threads/chunk.worker.ts',
    'server/document.worker': 'src/server/documents/document.worker.ts',
    'cli/main': 'src/cli/main.ts',
  };
  await bundle(entries, ['piscina', 'bullmq', 'ioredis']);
  mkdirSync(path.dirname(STAMP), { recursive: true });
  writeFileSync(STAMP, stamp);
}
