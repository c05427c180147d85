// npm run bench: how quick it is here. `-- engine movers` measures only these parts, `--json FILE` writes the rows,
import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { bundle, ensureBundles, PROJECT } from './build.mjs';
import { ensureNpmPackages, ensurePrograms } from './install.mjs';

const args = process.argv.slice(2);
ensureNpmPackages();
ensurePrograms('redis-server');
if (!args.includes('--no-desk')) ensurePrograms('mariadbd', 'mariadb', 'chromium');
await ensureBundles();
await bundle({ 'bench/main': 'bench/main.ts' }, ['piscina', 'bullmq', 'ioredis', '@playwright/test']);
process.exit(
  spawnSync(process.execPath, [path.join(PROJECT, 'dist/bench/main.mjs'), ...args], { cwd: PROJECT, stdio: 'inherit' })
    .status ?? 1,
);
