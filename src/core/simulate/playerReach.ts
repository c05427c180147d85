import type { LevelProgram } from '../compile/levelProgram';
import { ColumnTable, NO_COUNTS } from './engine/columns';
import { GroundState } from './engine/groundState';
import { ACTION_BIT, INPUT_COLUMNS, INPUT_ROWS, pointInput, type Input } from './engine/player/inputs';
import { movePlayer, NO_SUPPORTS } from './engine/player/movePlayer';
import { PlayerBody } from './engine/player/playerBody';

/** How a body leaves the ground and comes back to it, or what one flap does. Lengths in cells. */
export interface AirArc {
  apex: number;
  airSeconds: number;
  reach: number;
  /** Places from where it began, as x, y, x, y, …; up is negative. */
  points: number[];
}

/** What a control scheme comes to, measured by the very motion that runs use. */
export interface PlayerReach {
  /** cells/s in the eight headings, from east clockwise. */
  headings: number[];
  arc: AirArc | undefined;
}

const FIELD_SIDE = 160;
const MIDDLE = FIELD_SIDE / 2 + 0.5;
const MEASURED_SECONDS = 1;
const MOST_ARC_SECONDS = 6;

/** Measures how fast the player of a level is in each heading on open ground, and how it jumps or flaps. */
export function measureReach(program: LevelProgram): PlayerReach {
  const { scheme } = program.player.control;
  const headings = [1, 2, 3, 4, 5, 6, 7, 8].map((direction) => measureHeading(program, direction));
  const arc = scheme === 'run and jump' || scheme === 'flap' ? measureArc(program) : undefined;
  return { headings, arc };
}

/** An open field; with a floor under its middle for those that jump from one. */
function openField(program: LevelProgram, floorRow: number): GroundState {
  const cells = FIELD_SIDE * FIELD_SIDE;
  const solid = new Uint8Array(cells);
  if (floorRow >= 0) solid.fill(1, floorRow * FIELD_SIDE, (floorRow + 1) * FIELD_SIDE);
  const [open] = program.ground.types;
  const field: LevelProgram = {
    ...program,
    grid: { width: FIELD_SIDE, height: FIELD_SIDE, solid, opaque: new Uint8Array(cells) },
    ground: { types: [{ ...open, strength: 0 }], typeOfCell: new Uint8Array(cells), isPlain: true },
    contacts: [],
  };
  return new GroundState(field, new ColumnTable(NO_COUNTS));
}

function placedBody(program: LevelProgram, y: number): PlayerBody {
  const body = new PlayerBody();
  body.reset({ ...program.player, x: MIDDLE, y });
  return body;
}

function measureHeading(program: LevelProgram, direction: number): number {
  const { player, ticksPerSecond } = program;
  const ground = openField(program, -1);
  const body = placedBody(program, MIDDLE);
  const ticks = MEASURED_SECONDS * ticksPerSecond;
  for (let tick = 0; tick < ticks; tick++) {
    const far = 100;
    const input: Input =
      player.control.scheme === 'steer to a point'
        ? pointInput(body.x + INPUT_COLUMNS[direction] * far, body.y + INPUT_ROWS[direction] * far)
        : // Keys are let go and pressed anew, so that schemes of single presses go on.
          tick % 2 === 0
          ? direction
          : player.control.scheme === 'one cell a press'
            ? 0
            : direction;
    movePlayer(body, input, player, ground, program.isSideView, NO_SUPPORTS);
  }
  const dx = body.x - MIDDLE;
  // What goes on up and down in the air is falling, which is no speed of its own.
  const dy = falls(program) ? 0 : body.y - MIDDLE;
  return Math.sqrt(dx * dx + dy * dy) / MEASURED_SECONDS;
}

/** Whether the scheme is one with gravity. */
function falls({ player }: LevelProgram): boolean {
  return player.control.scheme === 'run and jump' || player.control.scheme === 'flap';
}

function measureArc(program: LevelProgram): AirArc {
  const { player, ticksPerSecond } = program;
  const isFlap = player.control.scheme === 'flap';
  const floorRow = Math.floor(MIDDLE);
  const ground = openField(program, isFlap ? -1 : floorRow);
  const y = isFlap ? MIDDLE : floorRow - player.stand.south;
  const body = placedBody(program, y);
  // Comes to rest on the floor first.
  if (!isFlap) for (let tick = 0; tick < 3; tick++) movePlayer(body, 0, player, ground, true, NO_SUPPORTS);
  const [fromX, fromY] = [body.x, body.y];
  const points = [0, 0];
  let apex = 0;
  for (let tick = 0; tick < MOST_ARC_SECONDS * ticksPerSecond; tick++) {
    movePlayer(body, (isFlap ? 0 : 1) + (tick === 0 ? ACTION_BIT : 0), player, ground, true, NO_SUPPORTS);
    points.push(body.x - fromX, body.y - fromY);
    apex = Math.max(apex, fromY - body.y);
    const isDown = isFlap ? body.y >= fromY : body.isGrounded;
    if (isDown) return { apex, airSeconds: (tick + 1) / ticksPerSecond, reach: Math.abs(body.x - fromX), points };
  }
  return { apex, airSeconds: MOST_ARC_SECONDS, reach: Math.abs(body.x - fromX), points };
}
