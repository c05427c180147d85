import {
  describeUnrest,
  FACINGS,
  measureBehavior,
  measurePursuit,
  NO_OVERRIDES,
  resolvedCast,
  writePoseCsv,
} from '@/core/index';
import { chooseLevel, findStandIns, openGame, openLevel } from '../gameFile';
import { CommandFault, EXIT, printJson, printResult, writeTable } from '../output';

export interface BehaviorOptions {
  /** May be left out where there is only one. */
  level?: string;
  standin: string;
  runs: number;
  json?: boolean;
  csv?: string;
}

/** Shares of less than this are left out of the text, not of the table. */
const SHOWN_SHARE = 0.0005;

/** `gorge behavior GAME NAME --level ID`: what the pieces that follow a behavior did in some runs. */
export async function behavior(file: string, name: string, options: BehaviorOptions): Promise<number> {
  const opened = openGame(file);
  const levelId = chooseLevel(opened, options.level);
  const program = openLevel(opened, levelId, NO_OVERRIDES);
  const [traits] = findStandIns(options.standin, opened);
  const figures = measureBehavior(program, name, traits, 1, options.runs);
  if (!figures) {
    const known = [...new Set(program.brains.map((brain) => brain.behavior))];
    throw new CommandFault(
      `Nobody in ${levelId} follows \`${name}\`.`,
      `Behaviors there: ${known.join(', ') || 'none'}.`,
    );
  }
  const scriptIds = opened.game.scripts.filter(
    (script) => program.behaviors[name] && script.lines.some((line) => line.includes(`behavior ${name}`)),
  );
  const kind = [...resolvedCast(opened.game).values()].find((own) => scriptIds.some(({ id }) => id === own.behavior));
  const speed = program.player.step * program.ticksPerSecond;
  const pursuit = kind ? measurePursuit(opened.game, levelId, kind.id, speed) : undefined;
  if (options.json) {
    await printJson({ version: 1, ...figures, pursuit: pursuit?.ok ? pursuit.value : undefined });
    return EXIT.good;
  }
  if (options.csv) writeTable(options.csv, writePoseCsv(figures.poses));
  const percent = (share: number) => `${(share * 100).toFixed(1)} %`;
  const { caught } = figures;
  const lines = [
    `${name} in ${levelId}: ${figures.runs} runs of ${traits.id}, ${Math.round(figures.seconds)} s of all pieces`,
    ...figures.states.map(
      ({ name: state, share, visits }) => `  in ${state}: ${percent(share)} of the time, entered ${visits} times`,
    ),
    ...figures.transitions.map(
      ({ from, to, count, perMinute }) => `  ${from} to ${to}: ${count} times, ${perMinute.toFixed(2)} a minute`,
    ),
    `sightings: ${(figures.sightings / figures.runs).toFixed(1)} a run, ${figures.medianSightingSeconds?.toFixed(1) ?? '–'} s in the median`,
    caught
      ? `caught once hunted: ${percent(caught.value)} (${percent(caught.low)} to ${percent(caught.high)})`
      : 'caught once hunted: never hunted',
    ...(pursuit?.ok
      ? [
          `a player at ${speed.toFixed(1)} cells/s gets away if ahead by: ${pursuit.value.leastSafeCells ?? 'more than 24'} cells`,
        ]
      : []),
    `watched ground: ${percent(figures.watchedShare)}, in the first run`,
    `second thoughts: ${figures.secondThoughtsPerMinute.toFixed(2)} a minute; turns: ${figures.turnsPerSecond.toFixed(2)} a second`,
    `unrest: ${describeUnrest(figures)
      .map(({ name: what, share }) => `${what} ${percent(share)}`)
      .join(', ')} of the time`,
    'pictures needed, share of the time of a kind:',
    ...figures.poses.map(
      ({ kind: who, state, share, facings }) =>
        `  ${who} in ${state} ${percent(share)}: ${facings
          .flatMap((own, index) => (own >= SHOWN_SHARE ? [`${FACINGS[index]} ${percent(own)}`] : []))
          .join(', ')}`,
    ),
  ];
  await printResult(`${lines.join('\n')}\n`);
  return EXIT.good;
}
