import { expect, test } from '@jest/globals';
import { compileGameLevel } from '@/core/index';
import { smallGame } from '../../../../../tests/support/smallLevel';
import { checkLevelCues } from '../../../written/checkLevelCues';
import { RandomStream } from '../../../foundation/random';
import { generateRuleCondition } from '../../../testing/generatedCondition';
import { holdsPlainly } from '../../../testing/referenceRules';
import { explainRules } from '../../explain/explainRules';
import { Runner } from '../../run';

const HALL = ['############', ...Array.from({ length: 6 }, () => '#..........#'), '############'];
const CONDITIONS = 8;
const TICKS = 420;

/** A hall in which things are touched, taken up, filled and defeated while waves come, with generated rules. */
function generatedGame(random: RandomStream) {
  const conditions = Array.from({ length: CONDITIONS }, () => generateRuleCondition(random, 3));
  const game = smallGame({
    map: HALL,
    player: { at: [2.5, 3.5] },
    scripts: {
      run: 'start state on { do drift bouncing at 5 cells/s go off after 4 s } state off { do hold enter { vanish } }',
    },
    kinds: [
      { id: 'imp', tags: ['foe'], behavior: 'run' },
      { id: 'pot', tags: ['pot'] },
      { id: 'nest', tags: ['nests'] },
    ],
    pieces: [
      { kind: 'imp', at: [8.5, 2.5], facing: 180 },
      { kind: 'pot', at: [4.5, 3.5] },
      { kind: 'nest', at: [7.5, 4.5] },
    ],
    contacts: [
      { by: 'player', on: 'pot', does: [{ effect: 'collect' }] },
      { by: 'player', on: 'nest', does: [{ effect: 'fill' }] },
    ],
    marks: [{ id: 'nook', name: 'Nook', area: [6, 1, 3, 6] }],
    level: {
      rules: { timeLimit: 60 },
      cues: [
        'waves tide { at edge; wave 1 { 1 imp }; wave 2 { 2 imp }; next when cleared, rest 0.5 s; first after 0.3 s }',
        'rules {',
        'lives 3',
        'win when clock > 50 s',
        'score 2 every 1 s',
        ...conditions.map((condition) => `score 1 when ${condition}`),
        '}',
      ],
    },
  });
  return { game, conditions };
}

test.each(Array.from({ length: 25 }, (_, index) => 4100 + index))(
  'generated conditions hold alike as compiled, as looked up plainly and as explained, in every tick (seed %i)',
  (seed) => {
    const random = new RandomStream(seed, 1);
    const { game, conditions } = generatedGame(random);
    const compiled = compileGameLevel(game, 'small');
    if (!compiled.ok) throw new Error(compiled.faults.map(({ message }) => message).join('\n'));
    const checked = checkLevelCues(game, game.levels[0])!.checked!.rules!.scores.slice(1);
    const inputs = Array.from({ length: TICKS / 30 }, () => random.nextInteger(0, 8)).flatMap((input) =>
      new Array<number>(30).fill(input),
    );
    let changes = 0;
    const before = new Array<boolean>(CONDITIONS).fill(false);
    new Runner(compiled.value, { type: 'inputs', inputs }).run(seed, {
      mostTicks: TICKS,
      onTick: (world) => {
        const explained = explainRules(world).rules.filter(({ what }) => what === 'score');
        checked.forEach(({ event }, index) => {
          if (event.type !== 'holds') throw new Error('another event');
          const plain = holdsPlainly(world, event.condition, { nook: [6, 1, 3, 6] });
          const ready = world.level.rules.scores[index + 1]!(world, -1);
          const told = explained[index].condition.holds;
          if (ready !== plain || told !== plain)
            throw new Error(
              `seed ${seed}, tick ${world.tick}: ${conditions[index]} is ${plain}, compiled ${ready}, explained ${told}`,
            );
          if (plain !== before[index]) changes++;
          before[index] = plain;
        });
      },
    });
    expect(changes).toBeGreaterThan(0);
  },
);
