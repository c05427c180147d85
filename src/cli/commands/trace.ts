import * as z from 'zod';
import {
  NUMBER_VERSIONS,
  headingDegrees,
  isInput,
  Runner,
  type LevelProgram,
  type RunEvent,
  type Steering,
} from '@/core/index';
import { chooseLevel, findStandIns, openGame, openLevel, readText } from '../gameFile';
import { CommandFault, EXIT, printResult } from '../output';

export interface TraceOptions {
  /** May be left out where there is only one. */
  level?: string;
  seed: number;
  standin: string;
  inputs?: string;
  ticks?: number;
}

const inputsShape = z.array(z.number().refine(isInput, 'it is no input of the controls')).max(500_000);

/** `gorge trace GAME`: one run as JSON lines, a line a tick, log entries as they happen, last the fingerprint. */
export async function trace(file: string, options: TraceOptions): Promise<number> {
  const opened = openGame(file);
  const levelId = chooseLevel(opened, options.level);
  const program = openLevel(opened, levelId, { knobs: [] });
  const steering: Steering = options.inputs
    ? { type: 'inputs', inputs: readInputs(options.inputs) }
    : { type: 'stand-in', traits: findStandIns(options.standin, opened)[0] };
  const lines: string[] = [];
  const events: RunEvent[] = [];
  const { record, hash } = new Runner(program, steering).run(options.seed, {
    events,
    mostTicks: options.ticks,
    onTick: (world) => {
      for (const event of events.splice(0)) lines.push(JSON.stringify({ event }));
      const { x, y, facingX, facingY } = world.player;
      const facing = headingDegrees(facingX, facingY);
      const player = { id: program.player.id, kind: program.player.kind, x, y, facing, state: null };
      lines.push(JSON.stringify({ tick: world.tick, pieces: [player, ...describePieces(program, world)] }));
    },
  });
  for (const event of events) lines.push(JSON.stringify({ event }));
  lines.push(
    JSON.stringify({
      end: record
        ? { outcome: record.outcome, cause: record.cause, piece: record.piece ?? null, ticks: record.ticks }
        : null,
      seed: options.seed,
      engine: NUMBER_VERSIONS.engine,
      standins_version: NUMBER_VERSIONS.standIns,
      hash,
    }),
  );
  await printResult(lines.join('\n') + '\n');
  return EXIT.good;
}

interface PiecesNow {
  alive: Uint8Array;
  x: Float64Array;
  y: Float64Array;
  facingX: Float64Array;
  facingY: Float64Array;
  state: Int16Array;
}

function describePieces(program: LevelProgram, now: PiecesNow): object[] {
  return program.pieces.flatMap((piece, index) =>
    now.alive[index] === 0
      ? []
      : [
          {
            id: piece.id,
            kind: piece.kind,
            x: now.x[index],
            y: now.y[index],
            facing: headingDegrees(now.facingX[index], now.facingY[index]),
            state: piece.brain >= 0 ? program.brains[piece.brain].states[now.state[index]].name : null,
          },
        ],
  );
}

function readInputs(file: string): number[] {
  const text = readText(file, 4 * 1024 * 1024);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new CommandFault(`${file} holds no JSON.`, 'It must be a list of inputs, one a tick: [1, 1, 0, 3].');
  }
  const parsed = inputsShape.safeParse(value);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0];
  throw new CommandFault(
    `${file}: entry ${issue.path.join('.') || 'list'} is no input: ${issue.message}.`,
    'Inputs are whole numbers: 0 stands, 1 to 8 go east and on clockwise; 16 more acts. See the command line page.',
  );
}
