import {
  doesAnything,
  NO_OVERRIDES,
  PartsStudy,
  sayChange,
  sayPartDifference,
  type PartsStudyState,
} from '@/core/index';
import { chooseLevel, findStandIns, openGame, openLevel } from '../gameFile';
import { EXIT, printJson, printResult } from '../output';

export interface PartsOptions {
  /** May be left out where there is only one. */
  level?: string;
  standin: string;
  runs: number;
  json?: boolean;
}

/** `gorge parts GAME --level ID`: what each piece, kind and cue does, by leaving it out on the same seeds. */
export async function parts(file: string, options: PartsOptions): Promise<number> {
  const opened = openGame(file);
  const levelId = chooseLevel(opened, options.level);
  // The faults of the level, if it has any, are told as everywhere else.
  openLevel(opened, levelId, NO_OVERRIDES);
  const [traits] = findStandIns(options.standin, opened);
  const study = new PartsStudy(opened.game, levelId, traits, options.runs);
  while (!study.isDone) study.work();
  if (options.json) await printJson(jsonOf(study.state, levelId, traits.id));
  else await printResult(`${say(study.state, traits.id).join('\n')}\n`);
  return EXIT.good;
}

function say({ runs, unit, clears, parts: all }: PartsStudyState, standIn: string): string[] {
  const percent = (share: number) => `${Math.round(100 * share)} %`;
  const whole =
    clears && unit === 'points'
      ? `${standIn} clears ${percent(clears.value)} (${percent(clears.low)} to ${percent(clears.high)}) of ${runs} runs; without each part, on the same seeds:`
      : `${standIn}, ${runs} runs with and without each part, on the same seeds:`;
  return [
    whole,
    ...all.map((part) => {
      const sure = part.fault ?? (doesAnything(part) ? '' : 'nothing for certain');
      const more = part.changes.map((change) => `; ${sayChange(change)}`).join('');
      return `${part.name}: ${sayPartDifference(part, unit)}${more}${sure ? ` (${sure})` : ''}`;
    }),
    ...(all.length === 0 ? ['There is nothing to leave out.'] : []),
  ];
}

function jsonOf({ runs, unit, clears, parts: all }: PartsStudyState, level: string, standin: string) {
  return {
    version: 1,
    level,
    standin,
    runs,
    unit: unit === 'points' ? 'clear rate' : unit,
    clear_rate: unit === 'points' ? clears : null,
    parts: all.map(({ what, id, name, fault, clears: own, difference, changes }) => ({
      what,
      id,
      name,
      fault: fault ?? null,
      clear_rate: own ?? null,
      also: changes.map(({ column, difference: { value, halfWidth } }) => ({ column, value, half_width: halfWidth })),
      change: difference
        ? { value: difference.value, half_width: difference.halfWidth, real: difference.isReal }
        : null,
    })),
  };
}
