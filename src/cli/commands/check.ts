import { checkGame, hasErrors, locateInFile } from '@/core/index';
import { openGame } from '../gameFile';
import { EXIT, printJson, printResult } from '../output';
import { sayDiagnostic } from '../sayDiagnostic';

/** `gorge check GAME`: says everything that is wrong without running anything. */
export async function check(file: string, options: { json?: boolean }): Promise<number> {
  const { game, text } = openGame(file);
  const diagnostics = locateInFile(text, checkGame(game));
  const isGood = !hasErrors(diagnostics);
  if (options.json) {
    await printJson({ version: 1, ok: isGood, diagnostics });
  } else {
    const errors = diagnostics.filter((fault) => fault.severity === 'error').length;
    const count = `${file}: ${errors} errors, ${diagnostics.length - errors} warnings\n`;
    await printResult(diagnostics.map(sayDiagnostic).join('') + count);
  }
  return isGood ? EXIT.good : EXIT.no;
}
