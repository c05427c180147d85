import path from 'node:path';
import { expect, test } from '@jest/globals';
import ts from 'typescript';

const CORE = path.resolve('src/core');
const WORDS = path.join(CORE, 'language/words');

/** Every file that holds handlers of words. A word that one of them lacks must not compile there. */
const HANDLERS = [
  'compile/brain/motionTable.ts',
  'compile/brain/conditionTable.ts',
  'compile/brain/actTable.ts',
  'simulate/engine/motion.ts',
  'simulate/engine/conditions.ts',
  'simulate/engine/timeline/ownCourse.ts',
  'simulate/explain/explainPiece.ts',
  'testing/referenceBrain.ts',
  'compile/compileCues.ts',
  'compile/errands.ts',
  'check/rules/whyNever.ts',
  'simulate/engine/rules/ruleConditions.ts',
  'simulate/explain/explainRules.ts',
  'simulate/stillPieces.ts',
  'testing/referenceRules.ts',
];

const config = ts.getParsedCommandLineOfConfigFile(path.join(CORE, 'tsconfig.json'), {}, {
  ...ts.sys,
  onUnRecoverableConfigFileDiagnostic: (fault) => {
    throw new Error(ts.flattenDiagnosticMessageText(fault.messageText, ' '));
  },
} as ts.ParseConfigFileHost)!;

/** Files that are read once, whatever is changed in memory. */
const read = new Map<string, ts.SourceFile | undefined>();

/** What the compiler says of the handlers when a file of words has other text, as lines of file and message. */
function compileWith(file: string, text: string): { file: string; message: string }[] {
  const host = ts.createCompilerHost(config.options);
  const plain = host.getSourceFile.bind(host);
  host.getSourceFile = (name, ...rest) => {
    if (path.resolve(name) === path.join(WORDS, file)) return ts.createSourceFile(name, text, rest[0]);
    if (!read.has(name)) read.set(name, plain(name, ...rest));
    return read.get(name);
  };
  const program = ts.createProgram(
    HANDLERS.map((name) => path.join(CORE, name)),
    { ...config.options, noEmit: true },
    host,
  );
  return HANDLERS.concat(`language/words/${file}`).flatMap((name) =>
    program.getSemanticDiagnostics(program.getSourceFile(path.join(CORE, name))).map((fault) => ({
      file: name,
      message: ts.flattenDiagnosticMessageText(fault.messageText, ' '),
    })),
  );
}

/** The text of a file of words with one entry more: the first one of the file under another name. */
function withWord(file: string, name: string): string {
  const text = ts.sys.readFile(path.join(WORDS, file))!;
  const begins = text.indexOf('  {\n', text.indexOf('export const'));
  const entry = text.slice(begins, text.indexOf('\n  },\n', begins) + 6);
  const added = entry
    .replace(/operation: '[^']*'/, `operation: '${name}'`)
    .replace(/words: \[[^\]]*\]/, `words: ['${name}']`);
  return text.slice(0, begins) + added + text.slice(begins);
}

const cases = [
  {
    file: 'motions.ts',
    missing: ['compile/brain/motionTable.ts', 'simulate/engine/motion.ts', 'simulate/engine/timeline/ownCourse.ts'],
  },
  {
    file: 'conditions.ts',
    missing: [
      'compile/brain/conditionTable.ts',
      'simulate/engine/conditions.ts',
      'simulate/engine/timeline/ownCourse.ts',
      'simulate/explain/explainPiece.ts',
      'testing/referenceBrain.ts',
    ],
  },
  { file: 'acts.ts', missing: ['compile/brain/actTable.ts'] },
  {
    file: 'ruleConditions.ts',
    missing: [
      'compile/compileCues.ts',
      'simulate/engine/rules/ruleConditions.ts',
      'simulate/explain/explainRules.ts',
      'simulate/stillPieces.ts',
      'testing/referenceRules.ts',
    ],
  },
];

test('as it stands everything has its handlers', () => {
  expect(compileWith('motions.ts', ts.sys.readFile(path.join(WORDS, 'motions.ts'))!)).toEqual([]);
});

test.each(cases)(
  'a word that is added to $file alone does not compile: each missing handler is named',
  ({ file, missing }) => {
    const faults = compileWith(file, withWord(file, 'zigzag'));
    expect([...new Set(faults.map((fault) => fault.file))].sort()).toEqual([...missing].sort());
    for (const { message } of faults) expect(message).toContain('zigzag');
  },
);

test('a word without its facts does not compile', () => {
  const text = withWord('motions.ts', 'zigzag').replace(/\n {4}facts: \{[^}]*\},/, '');
  const faults = compileWith('motions.ts', text).filter(({ file }) => file === 'language/words/motions.ts');
  expect(faults.length).toBeGreaterThan(0);
  expect(faults[0].message).toContain('facts');
});
