import { liesUpright, type GapReach, type SpawnerProgram } from './cueProgram';
import type { LevelProgram } from './levelProgram';

/** How the player gets from gap to gap; undefined without gaps, and where the scheme lets nothing be said. */
export function gapReach(program: LevelProgram, cue: SpawnerProgram): GapReach | undefined {
  if (!cue.gap) return undefined;
  const isUpright = liesUpright(cue);
  const speed = acrossSpeed(program, isUpright);
  if (speed === undefined) return undefined;
  // The openings are between hit shapes, so what has to pass is one too.
  const { hit } = program.kinds[program.player.kindIndex];
  const size = isUpright ? hit.north + hit.south : hit.west + hit.east;
  return { isUpright, speed, fall: fallOf(program), size, timeFactor: timeFactorOf(program, cue, isUpright) };
}

function fallOf({ player, ticksPerSecond }: LevelProgram): GapReach['fall'] {
  const { control } = player;
  if (control.scheme !== 'flap') return undefined;
  return {
    gravity: control.gravity * ticksPerSecond * ticksPerSecond,
    mostFall: control.mostFall * ticksPerSecond,
  };
}

/** Cells a second in which a walking scheme gets on at most; undefined where it does not walk. */
export function walkingSpeed({ player, ticksPerSecond }: LevelProgram): number | undefined {
  const { control } = player;
  switch (control.scheme) {
    case 'eight ways':
      // Two keys at once are quicker by the square root of two where diagonals are not evened out.
      return control.step * ticksPerSecond * (control.evenDiagonals ? 1 : Math.SQRT2);
    case 'four ways':
    case 'one cell a press':
    case 'steer to a point':
      return control.step * ticksPerSecond;
    default:
      return undefined;
  }
}

/** Undefined where it cannot be told. */
function acrossSpeed(program: LevelProgram, isUpright: boolean): number | undefined {
  const { control } = program.player;
  const { ticksPerSecond } = program;
  if (control.scheme === 'flap') return isUpright ? control.lift * ticksPerSecond : undefined;
  if (control.scheme === 'along a rail')
    return control.isAcross === isUpright ? undefined : control.step * ticksPerSecond;
  return walkingSpeed(program);
}

function timeFactorOf({ player, brains, pieces }: LevelProgram, cue: SpawnerProgram, isUpright: boolean): number {
  if (player.control.scheme !== 'flap' || !isUpright) return 1;
  const { brain } = pieces.find((piece) => piece.isArrival && piece.kindIndex === cue.gap!.first) ?? { brain: -1 };
  const motion = brain < 0 ? undefined : brains[brain].states[brains[brain].startState].motion;
  const step = cue.step?.[0] ?? (motion && 'step' in motion ? motion.step : 0);
  return step > 0 ? step / (step + player.control.step) : 1;
}
