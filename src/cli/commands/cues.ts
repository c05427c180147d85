import {
  cueWarnings,
  laneWarnings,
  NO_OVERRIDES,
  projectLevelCues,
  sayCrossing,
  USUAL_CLEAR_SECONDS,
  type Band,
  type CueProjection,
} from '@/core/index';
import { chooseLevel, openGame, openLevel } from '../gameFile';
import { CommandFault, EXIT, printJson, printResult } from '../output';

export interface CuesOptions {
  /** May be left out where there is only one. */
  level?: string;
  seeds: number;
  /** After how many seconds a wave counts as cleared; as on the screen when left out. */
  cleared?: number;
  json?: boolean;
}

/** `gorge cues GAME --level ID`: what the cues of a level come to over many seeds, with no player there. */
export async function cues(file: string, options: CuesOptions): Promise<number> {
  const opened = openGame(file);
  const levelId = chooseLevel(opened, options.level);
  // The faults of the level, if it has any, are told as everywhere else.
  const program = openLevel(opened, levelId, NO_OVERRIDES);
  if (program.cues.length === 0)
    throw new CommandFault(`The level ${levelId} has no cues.`, 'Write some in the Cues view of the level.');
  const projected = projectLevelCues(opened.game, levelId, options.seeds, options.cleared ?? USUAL_CLEAR_SECONDS);
  if (!projected.ok) throw new CommandFault(projected.faults[0].message, projected.faults[0].hint);
  if (options.json) await printJson({ version: 1, level: levelId, ...projected.value });
  else await printResult(`${describe(projected.value).join('\n')}\n`);
  return EXIT.good;
}

function describe({ seeds, seconds, clearSeconds, cues: all, lanes, crossings }: CueProjection): string[] {
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  return [
    `${seeds} runs of ${seconds} s without a player; a wave counts as cleared ${clearSeconds} s after its last arrival`,
    ...all.flatMap((cue) => [
      `${cue.name}: ${say(cue.come, 0)} arrivals a run; first at ${cue.first ? `${say(cue.first, 1)} s` : '–'}, last at ${cue.last ? `${say(cue.last, 1)} s` : '–'}`,
      `  most there at once: ${Math.max(...cue.population.map(({ high }) => high))}; did not come: ${cue.missed.toFixed(1)} a run; places rejected: ${cue.rejected.toFixed(1)} a run`,
      ...(cue.mix.length > 1 ? cue.mix : []).map(
        ({ kind, wanted, got }) => `  ${kind}: ${percent(got)}, wanted ${percent(wanted)}`,
      ),
      ...cue.growth.map(
        ({ number, count, isCapped, seconds: at }) =>
          `  wave ${number}: ${count}${isCapped ? ', held by the cap' : ''}${at === undefined ? '' : `, at ${at.toFixed(1)} s`}`,
      ),
      ...(cue.gaps
        ? [
            `  ${percent(cue.gaps.withinReach.value)} (${percent(cue.gaps.withinReach.low)} to ${percent(cue.gaps.withinReach.high)}) of consecutive gaps are within reach: the player must get ${say(cue.gaps.shift, 1)} cells and gets ${say(cue.gaps.reach, 1)} cells; ${percent(cue.gaps.wideEnough.value)} are wide enough`,
          ]
        : []),
      ...cueWarnings(cue).map((warning) => `  note: ${warning}`),
    ]),
    ...lanes.flatMap((lane) => [
      `${lane.name}: ${percent(lane.crossable.value)} (${percent(lane.crossable.low)} to ${percent(lane.crossable.high)}) of the gaps can be crossed in ${lane.crossSeconds.toFixed(2)} s; median gap ${lane.medianGap.toFixed(2)} s; closed for up to ${say(lane.longestClosed, 1)} s`,
      ...laneWarnings(lane).map((warning) => `  note: ${warning}`),
    ]),
    ...crossings.map(sayCrossing),
  ];
}

function say({ low, median, high }: Band, digits: number): string {
  return low === high
    ? median.toFixed(digits)
    : `${median.toFixed(digits)} (${low.toFixed(digits)} to ${high.toFixed(digits)})`;
}
