import path from 'node:path';
import { describe, expect, test } from '@jest/globals';
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

interface Fault {
  file: string;
  message: string;
}

/** What the compiler says of some files when files of words have other texts. */
function compileWith(texts: Readonly<Record<string, string>>, files: readonly string[]): Fault[] {
  const host = ts.createCompilerHost(config.options);
  const plain = host.getSourceFile.bind(host);
  host.getSourceFile = (name, ...rest) => {
    const text = texts[path.relative(WORDS, path.resolve(name))];
    if (text !== undefined) return ts.createSourceFile(name, text, rest[0]);
    if (!read.has(name)) read.set(name, plain(name, ...rest));
    return read.get(name);
  };
  const program = ts.createProgram(
    files.map((name) => path.join(CORE, name)),
    { ...config.options, noEmit: true },
    host,
  );
  return files.flatMap((name) =>
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

/** A word for each file of words, and who has to know of it. */
const CASES = [
  {
    file: 'motions.ts',
    word: 'zigzag',
    missing: ['compile/brain/motionTable.ts', 'simulate/engine/motion.ts', 'simulate/engine/timeline/ownCourse.ts'],
  },
  {
    file: 'conditions.ts',
    word: 'smells',
    missing: [
      'compile/brain/conditionTable.ts',
      'simulate/engine/conditions.ts',
      'simulate/engine/timeline/ownCourse.ts',
      'simulate/explain/explainPiece.ts',
      'testing/referenceBrain.ts',
    ],
  },
  { file: 'acts.ts', word: 'yawn', missing: ['compile/brain/actTable.ts'] },
  {
    file: 'ruleConditions.ts',
    word: 'thunders',
    missing: [
      'compile/compileCues.ts',
      'simulate/engine/rules/ruleConditions.ts',
      'simulate/explain/explainRules.ts',
      'simulate/stillPieces.ts',
      'testing/referenceRules.ts',
    ],
  },
];

describe('a word that is added to the words alone does not compile', () => {
  // All in one go, since reading the files takes longest.
  const faults = compileWith(Object.fromEntries(CASES.map(({ file, word }) => [file, withWord(file, word)])), HANDLERS);

  test.each(CASES)('in $file: each missing handler is named', ({ word, missing }) => {
    const own = faults.filter(({ message }) => message.includes(word));
    expect([...new Set(own.map(({ file }) => file))].sort()).toEqual([...missing].sort());
  });

  test('and nothing else is wrong', () => {
    expect(faults.filter(({ message }) => !CASES.some(({ word }) => message.includes(word)))).toEqual([]);
  });
});

test('a word without its facts does not compile', () => {
  const text = withWord('motions.ts', 'zigzag').replace(/\n {4}facts: \{[^}]*\},/, '');
  const faults = compileWith({ 'motions.ts': text }, ['language/words/motions.ts']);
  expect(faults.length).toBeGreaterThan(0);
  expect(faults[0].message).toContain('facts');
});
