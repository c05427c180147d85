import type { LevelProgram } from '../compile/levelProgram';
import { kindsOfSpawner } from '../compile/cueProgram';
import { harmOfKinds } from './standins/belief/harms';
import type { World } from './engine/world';

/** What a cue is to bring for the player: the index of its kind, and the places among the pieces that are kept for it. */
interface Supply {
  cue: number;
  kind: number;
  pieces: readonly number[];
}

/** Tells what cues are to bring for the player and never did in a run. One serves all runs of a level. */
export class SuppliesWatch {
  private readonly supplies: readonly Supply[];

  constructor(program: LevelProgram) {
    const { cues, pools, contacts, player } = program;
    const harms = harmOfKinds(program);
    const doesGood = (kind: number) =>
      harms[kind] <= 0 &&
      contacts.some(
        ({ by, on, effects }) =>
          ((by === kind && on === player.kindIndex) || (on === kind && by === player.kindIndex)) &&
          effects.some(({ effect }) => effect === 'refill' || effect === 'safe'),
      );
    this.supplies = cues.flatMap((cue, index) => {
      const kinds =
        cue.type === 'waves'
          ? cue.supplies.map(({ kind }) => kind)
          : kindsOfSpawner(cue).filter((own) => doesGood(own));
      return [...new Set(kinds)].map((kind): Supply => {
        const pool = pools.find((own) => own.kind === kind);
        return { cue: index, kind, pieces: pool ? Array.from({ length: pool.count }, (_, at) => pool.first + at) : [] };
      });
    });
  }

  /** Which of them never came, at the end of a run. */
  missing({ takenTimes }: World): { cue: number; kind: number }[] {
    return this.supplies.filter(({ pieces }) => pieces.every((piece) => takenTimes[piece] === 0));
  }
}
