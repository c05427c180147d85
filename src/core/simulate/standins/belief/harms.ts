import type { RuleCondition } from '../../../compile/cueProgram';
import type { EffectProgram, LevelProgram } from '../../../compile/levelProgram';

/** What being sent back, held or pushed about is worth against what ends the run. */
const SENT_BACK = 0.5;
const STUNNED_A_SECOND = 0.15;
const PUSHED = 0.08;
const SLOWED = 0.1;

/** For every kind how bad its touch is for the player: 1 ends the run or costs a life, 0 is nothing, below 0 does good. */
export function harmOfKinds(program: LevelProgram): Float64Array {
  const { player, contacts, kinds, rules, ticksPerSecond } = program;
  const losing = new Set(rules.loses.flatMap(touchedIn));
  return Float64Array.from(kinds, ({ isThreat }, kind) => {
    if (isThreat || losing.has(kind)) return 1;
    const onPlayer = contacts.filter(({ by, on }) => by === kind && on === player.kindIndex);
    const harm = onPlayer
      .flatMap(({ effects }) => effects)
      .reduce((sum, effect) => sum + harmOf(effect, player.health, ticksPerSecond), 0);
    return Math.min(1, harm);
  });
}

function harmOf(effect: EffectProgram, health: number, ticksPerSecond: number): number {
  switch (effect.effect) {
    case 'defeat':
      return 1;
    case 'harm':
      return Math.min(1, Math.max(0.2, effect.health / health));
    case 'stun':
      return (STUNNED_A_SECOND * effect.ticks) / ticksPerSecond;
    case 'push':
      return PUSHED;
    case 'speed':
      return effect.factor < 1 ? SLOWED : 0;
    default:
      return 0;
  }
}

/** Kinds that a condition of losing names as touched. */
function touchedIn(condition: RuleCondition): number[] {
  switch (condition.type) {
    case 'touches':
      return condition.kinds;
    case 'or':
    case 'and':
      return condition.parts.flatMap(touchedIn);
    default:
      return [];
  }
}

/** Kinds that send a player who touches them to another place, and where to; for those that move about. */
export function sendsBack(program: LevelProgram): Float64Array {
  const { player, contacts, kinds } = program;
  return Float64Array.from(kinds, (_, kind) =>
    contacts.some(
      ({ by, on, effects }) =>
        by === kind && on === player.kindIndex && effects.some(({ effect }) => effect === 'teleport'),
    )
      ? SENT_BACK
      : 0,
  );
}
