// The unit tests run as plain JavaScript: every TypeScript file of the project becomes one file below `.data/unit`.
import { existsSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { build } from 'esbuild';

const PROJECT = fileURLToPath(new URL('../..', import.meta.url));
const COMPILED = path.join(PROJECT, '.data/unit');
const GLOBALS = fileURLToPath(new URL('./globals.mjs', import.meta.url));
const PLACES = [
  ...['src/**/*.ts', 'src/**/*.tsx', 'tests/*.ts'],
  ...['server', 'soak', 'support', 'end-to-end/support'].map((folder) => `tests/${folder}/**/*.ts`),
];
const ENDINGS = ['.ts', '.tsx', '/index.ts', ''];

/** Where the JavaScript of a TypeScript file of the project stands. */
export const compiledFileOf = (file) => path.join(COMPILED, path.relative(PROJECT, file)).replace(/\.tsx?$/, '.mjs');

/** The file that an import of the project's own means, or undefined for one of a package. */
function importedFile(specifier, folder) {
  if (specifier === '@jest/globals') return GLOBALS;
  if (!/^(@|\.\.?)\//.test(specifier)) return undefined;
  const base = specifier.startsWith('@/')
    ? path.join(PROJECT, 'src', specifier.slice(2))
    : path.join(folder, specifier);
  const ending = ENDINGS.find((each) => /\.\w+$/.test(base + each) && existsSync(base + each));
  if (ending === undefined) throw new Error(`There is no file for “${specifier}”.`);
  return base + ending;
}

/** Every import leads to the file compiled of the one it means; what is no TypeScript is taken where it stands. */
const leadToCompiled = {
  name: 'lead to compiled',
  setup({ onResolve, onLoad }) {
    onResolve({ filter: /./ }, ({ kind, path: specifier, resolveDir, importer }) => {
      if (kind === 'entry-point') return undefined;
      const file = importedFile(specifier, resolveDir);
      if (!file) return { path: specifier, external: true };
      if (/\.(json|css)$/.test(file)) return { path: file };
      const target = /\.tsx?$/.test(file) ? compiledFileOf(file) : file;
      return { path: `./${path.relative(path.dirname(compiledFileOf(importer)), target)}`, external: true };
    });
    onLoad({ filter: /\.tsx?$/ }, ({ path: file }) => ({
      loader: file.endsWith('x') ? 'tsx' : 'ts',
      contents: readFileSync(file, 'utf8')
        .replaceAll('import.meta.dirname', JSON.stringify(path.dirname(file)))
        .replaceAll('import.meta.url', JSON.stringify(pathToFileURL(file).href)),
    }));
  },
};

/** Before the first test: compiles all that tests may import. */
export default async function compileSources() {
  rmSync(COMPILED, { recursive: true, force: true });
  await build({
    absWorkingDir: PROJECT,
    entryPoints: PLACES,
    outbase: PROJECT,
    outdir: COMPILED,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    jsx: 'automatic',
    sourcemap: true,
    loader: { '.css': 'empty' },
    plugins: [leadToCompiled],
    logLevel: 'error',
  });
}
