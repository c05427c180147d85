import { errorAt, type Diagnostic } from '../foundation/diagnostic';
import { fail, succeed, type Result } from '../foundation/result';
import type { Overrides, StartOverride } from './levelProgram';

/** What can be said of where a try begins, as people write it. */
export const START_FORMS = [
  'player at 12,7',
  'score 1500',
  'wave 4',
  'round 2',
  'lives 1',
  'at 40 s',
  'only NAME',
] as const;

/** Reads where a try begins; several parts are joined by semicolons. Faults have an empty path, as they are in no document. */
export function readStart(text: string): Result<Pick<Overrides, 'playerAt' | 'from'>, Diagnostic> {
  let playerAt: [number, number] | undefined;
  const from: StartOverride = {};
  for (const part of text.split(';').map((piece) => piece.trim())) {
    const place = /^player at (-?\d+(?:\.\d+)?)\s*,\s*(-?\d+(?:\.\d+)?)$/.exec(part);
    const score = /^(?:from )?score (-?\d+)$/.exec(part);
    const wave = /^(?:from )?wave (\d{1,4})$/.exec(part);
    const round = /^(?:from )?round (\d{1,4})$/.exec(part);
    const lives = /^(?:from |with )?lives (\d{1,3})$/.exec(part);
    const clock = /^(?:from )?at (\d+(?:\.\d+)?) ?s$/.exec(part);
    const only = /^only ([a-zA-Z_]\w*)$/.exec(part);
    if (place) playerAt = [Number(place[1]), Number(place[2])];
    else if (score) from.score = Number(score[1]);
    else if (wave && Number(wave[1]) >= 1) from.wave = Number(wave[1]);
    else if (round && Number(round[1]) >= 1) from.round = Number(round[1]);
    else if (lives && Number(lives[1]) >= 1) from.lives = Number(lives[1]);
    else if (clock) from.seconds = Number(clock[1]);
    else if (only) from.only = only[1];
    else
      return fail([
        errorAt(
          { path: [] },
          'unknown-start',
          `\`${part}\` is no start that is known.`,
          `Write one of ${START_FORMS.map((form) => `"${form}"`).join(', ')}, joined by semicolons.`,
        ),
      ]);
  }
  return succeed({ ...(playerAt ? { playerAt } : {}), ...(Object.keys(from).length > 0 ? { from } : {}) });
}

/** The parts of a start in words, each with the override without it. */
export function sayStart(overrides: Overrides): { text: string; without: Overrides }[] {
  const { playerAt, from = {}, ...rest } = overrides;
  const drop = (key: keyof StartOverride): Overrides => {
    const { [key]: _, ...left } = from;
    return { ...overrides, from: Object.keys(left).length > 0 ? left : undefined };
  };
  return [
    ...(playerAt
      ? [
          {
            text: `player at ${playerAt.map((value) => value.toFixed(1)).join(', ')}`,
            without: { ...rest, from: overrides.from },
          },
        ]
      : []),
    ...(from.score === undefined ? [] : [{ text: `from score ${from.score}`, without: drop('score') }]),
    ...(from.wave === undefined ? [] : [{ text: `from wave ${from.wave}`, without: drop('wave') }]),
    ...(from.round === undefined ? [] : [{ text: `in round ${from.round}`, without: drop('round') }]),
    ...(from.lives === undefined ? [] : [{ text: `with lives ${from.lives}`, without: drop('lives') }]),
    ...(from.seconds === undefined ? [] : [{ text: `from ${from.seconds} s on`, without: drop('seconds') }]),
    ...(from.only === undefined ? [] : [{ text: `only ${from.only}`, without: drop('only') }]),
  ];
}

/** A start as {@link readStart} reads it; undefined where nothing of it is set. */
export function writeStart({ playerAt, from = {} }: Overrides): string | undefined {
  const parts = [
    ...(playerAt ? [`player at ${playerAt[0]},${playerAt[1]}`] : []),
    ...(from.score === undefined ? [] : [`score ${from.score}`]),
    ...(from.wave === undefined ? [] : [`wave ${from.wave}`]),
    ...(from.round === undefined ? [] : [`round ${from.round}`]),
    ...(from.lives === undefined ? [] : [`lives ${from.lives}`]),
    ...(from.seconds === undefined ? [] : [`at ${from.seconds} s`]),
    ...(from.only === undefined ? [] : [`only ${from.only}`]),
  ];
  return parts.length > 0 ? parts.join('; ') : undefined;
}
