import { testsOf } from './conditionProgram';
import type { RuleReading } from '../language/cues/cueWords';
import type { RuleTest, RuleValue } from './cueProgram';
import type { LevelProgram } from './levelProgram';

/** What is read off the run to work out a number. */
export function readingsOf(value: RuleValue): RuleReading[] {
  switch (value.type) {
    case 'reading':
      return [value.reading];
    case 'negative':
      return readingsOf(value.operand);
    case 'binary':
      return [...readingsOf(value.left), ...readingsOf(value.right)];
    default:
      return [];
  }
}

/** Whether anything in a level goes by how many points there are: what wins or loses it, scores, opens or closes. */
export function goesByPoints({ rules, cues }: LevelProgram): boolean {
  const scored = rules.scores.flatMap(({ event }) => (event.type === 'holds' ? [event.condition] : []));
  const opening = cues.flatMap((cue) => [cue.open ?? [], 'close' in cue ? (cue.close ?? []) : []].flat());
  return [...rules.wins, ...rules.loses, ...scored, ...opening].flatMap(testsOf<RuleTest>).some(readsPoints);
}

function readsPoints(test: RuleTest): boolean {
  return test.type === 'compare' && [...readingsOf(test.left), ...readingsOf(test.right)].includes('score');
}
