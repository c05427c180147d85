import { addProvingLevel, PROVING_LEVEL } from '../compile/provingLevel';
import type { LevelProgram } from '../compile/levelProgram';
import type { GameDocument } from '../document/gameDocument';
import type { Diagnostic } from '../foundation/diagnostic';
import { succeed, type Result } from '../foundation/result';
import { compileGameLevel } from '../pipeline';
import { Runner } from '../simulate/run';

/** What a pursuer comes to in an endless corridor in which the player flees at full speed from the moment it is seen. */
export interface PursuitFigure {
  /** The least distance at the start from which the player is not caught, cells; undefined when it always is. */
  leastSafeCells: number | undefined;
  /** Speed of the player, cells a second. */
  playerSpeed: number;
}

const PURSUIT_STEP_CELLS = 0.25;
const MOST_PURSUIT_CELLS = 24;
const EAST = 1;

/** Tries ever longer head starts; the first from which the player gets away is the least safe one. */
export function measurePursuit(
  game: GameDocument,
  levelId: string,
  kind: string,
  playerSpeed: number,
): Result<PursuitFigure, Diagnostic> {
  for (let cells = 1; cells <= MOST_PURSUIT_CELLS; cells += PURSUIT_STEP_CELLS) {
    const proving = addProvingLevel(game, levelId, {
      form: 'corridor',
      kind,
      allies: 0,
      playerSpeed,
      headStart: cells,
    });
    if (!proving.ok) return proving;
    const compiled = compileGameLevel(proving.value, PROVING_LEVEL);
    if (!compiled.ok) return compiled;
    const program = withThreats(compiled.value);
    const inputs = new Array<number>(program.timeLimitTicks).fill(EAST);
    const { record } = new Runner(program, { type: 'inputs', inputs }).run(1);
    if (record?.cause !== 'touched') return succeed({ leastSafeCells: cells, playerSpeed });
  }
  return succeed({ leastSafeCells: undefined, playerSpeed });
}

/** Whatever the tags say: in the corridor the pursuer catches by touching. */
function withThreats(program: LevelProgram): LevelProgram {
  return {
    ...program,
    contacts: [],
    kinds: program.kinds.map((kind, index) => ({ ...kind, isThreat: index !== program.player.kindIndex })),
  };
}
