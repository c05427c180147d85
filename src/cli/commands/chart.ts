import { readScxml, writeScxml } from '@/core/index';
import { openGame, readText } from '../gameFile';
import { CommandFault, EXIT, printResult } from '../output';

const MOST_CHART_BYTES = 2_000_000;

/** `gorge chart GAME --script ID`: a behavior as a state chart; `gorge chart FILE.scxml`: a state chart as a behavior. */
export async function chart(file: string, options: { script?: string }): Promise<number> {
  if (options.script === undefined) {
    const read = readScxml(readText(file, MOST_CHART_BYTES));
    if (!read.ok)
      throw new CommandFault(`${file} is no state chart that can be read.`, 'Correct what is listed.', read.faults);
    await printResult(read.value.endsWith('\n') ? read.value : `${read.value}\n`);
    return EXIT.good;
  }
  const { game } = openGame(file);
  const script = game.scripts.find(({ id }) => id === options.script);
  if (!script)
    throw new CommandFault(
      `The game ${game.name} has no script \`${options.script}\`.`,
      `Its scripts are ${game.scripts.map(({ id }) => id).join(', ') || 'none'}.`,
    );
  const written = writeScxml(script.lines.join('\n'));
  if (!written.ok)
    throw new CommandFault(
      `${options.script} cannot be written as a chart.`,
      'Correct what is listed.',
      written.faults,
    );
  await printResult(written.value);
  return EXIT.good;
}
