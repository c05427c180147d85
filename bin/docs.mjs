// npm run docs: writes the pages that are made from the code.
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { bundle, PROJECT } from './build.mjs';

await bundle({ 'docs/core': 'src/core/index.ts', 'docs/keys': 'src/ui/editor/keysPage.ts' }, []);
const { gameJsonSchema, writeFaultsPage, writeFieldsPage, writeMeasuresPage, writeReferencePage } =
  await import('../dist/docs/core.mjs');
const { writeKeysPage } = await import('../dist/docs/keys.mjs');
writeFileSync(path.join(PROJECT, 'docs/keys.md'), writeKeysPage());
writeFileSync(path.join(PROJECT, 'docs/language.md'), writeReferencePage());
writeFileSync(path.join(PROJECT, 'docs/faults.md'), writeFaultsPage());
writeFileSync(path.join(PROJECT, 'docs/fields.md'), writeFieldsPage());
writeFileSync(path.join(PROJECT, 'docs/measure-table.md'), writeMeasuresPage());
writeFileSync(path.join(PROJECT, 'docs/game-document.schema.json'), JSON.stringify(gameJsonSchema(), null, 2) + '\n');
