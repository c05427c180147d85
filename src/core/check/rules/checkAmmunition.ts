import { countInWave, waveAt, type RuleCondition } from '../../compile/cueProgram';
import type { LevelProgram } from '../../compile/levelProgram';
import type { Diagnostic } from '../../foundation/diagnostic';
import { short, warnInCues, type Subject } from '../subject';
import { countWaves, leavingKinds } from './supply';
import { readingAgainstNumber } from './comparedNumber';

/** Shots that are there against those that are needed when every one hits. */
export function checkAmmunition(subject: Subject): Diagnostic[] {
  const { program, cues } = subject;
  const { player, contacts, kinds, pieces, rules } = program;
  const { gun } = player;
  // A blow meets whatever is within reach, so nobody can count what it takes.
  if (
    !gun ||
    gun.ammunition < 0 ||
    gun.blowTicks > 0 ||
    contacts.some(({ effects }) => effects.some(({ effect }) => effect === 'refill'))
  )
    return [];
  const shot = pieces[gun.firstShot]?.kindIndex;
  const most = gun.ammunition * (1 + (kinds[shot]?.pierces ?? 0));
  return rules.wins.flatMap((condition, index) => {
    const need = shotsNeeded(program, condition, shot);
    if (need <= most) return [];
    return [
      warnInCues(
        subject,
        cues?.rules?.wins[index].span,
        'ammunition-short',
        `${short(need)} are to be got rid of, but ${gun.ammunition} shots hit at most ${most} of them and nothing refills.`,
        'Give more ammunition, or let something refill it.',
      ),
    ];
  });
}

/** How many must be hit, at the least, before a condition holds; only what nothing but the shot takes away is counted. */
function shotsNeeded(program: LevelProgram, condition: RuleCondition, shot: number): number {
  const { pieces, contacts, cues } = program;
  const isHit = (kind: number) => contacts.every(({ on, by }) => on !== kind || by === shot);
  switch (condition.type) {
    case 'and':
      return Math.max(0, ...condition.parts.map((part) => shotsNeeded(program, part, shot)));
    case 'or':
      return Math.min(...condition.parts.map((part) => shotsNeeded(program, part, shot)));
    case 'none left':
      return pieces.filter(
        (piece) =>
          !piece.isShot && !piece.isArrival && condition.kinds.includes(piece.kindIndex) && isHit(piece.kindIndex),
      ).length;
    case 'cleared':
      return shotsForWaves(program, condition.cue, Infinity, isHit);
    case 'compare': {
      const compared = readingAgainstNumber(condition);
      if (compared?.reading !== 'wave' || (compared.comparison !== '>=' && compared.comparison !== '>')) return 0;
      const cleared = compared.comparison === '>=' ? compared.number - 1 : compared.number;
      const waves = cues.flatMap((cue, index) => (cue.type === 'waves' ? [index] : []));
      return waves.length === 1 ? shotsForWaves(program, waves[0], cleared, isHit) : 0;
    }
    default:
      return 0;
  }
}

/** Shots for the first waves of a cue; none where the next one comes, or the last goes, without any. */
function shotsForWaves(program: LevelProgram, index: number, most: number, isHit: (kind: number) => boolean): number {
  const cue = program.cues[index];
  if (cue.type !== 'waves' || cue.nextTicks < Infinity) return 0;
  const leaving = leavingKinds(program);
  let shots = 0;
  const waves = Math.min(most, countWaves(cue), MOST_WAVES);
  for (let number = 0; number < waves; number++)
    for (const entry of waveAt(cue, number)!.entries)
      if (isHit(entry.kind) && !leaving.has(entry.kind)) shots += countInWave(cue, number, entry);
  return shots;
}

const MOST_WAVES = 400;
