/**
 * The Drying Hall written by hand, for itself alone: four guards, their beats, sight, hunt and search as plain statements
 * over plain arrays, with nothing that could be changed without editing this file. It is what the scripted engine is
 * measured against. It plays the same rules, but walks its paths from cell to cell and sweeps no bodies.
 */
const WIDTH = 30;
const STEP = 2.2 / 60;
const HUNT_STEP = STEP * 1.7;
const SIGHT_SQUARE = 36;
const WIDE_SQUARE = 7.2 * 7.2;
const HALF_ARC = Math.cos((55 * Math.PI) / 180);
const WIDE_HALF_ARC = Math.cos((85 * Math.PI) / 180);
const SEARCH_HALF_ARC = Math.cos((80 * Math.PI) / 180);
const TOUCH_SQUARE = 0.72 * 0.72;
const PLAYER_STEP = 3.4 / 60;
const PLAYER_RADIUS = 0.34;
const COLUMNS = [0, 1, 1, 0, -1, -1, -1, 0, 1];
const ROWS = [0, 0, 1, 1, 1, 0, -1, -1, -1];

const ROUNDS = 0;
const HUNT = 1;
const SEARCH = 2;
const PUZZLED = 3;

interface Guard {
  x: number;
  y: number;
  facingX: number;
  facingY: number;
  state: number;
  since: number;
  seen: boolean;
  held: number;
  lastSeen: number;
  lastX: number;
  lastY: number;
  waypoint: number;
  step: number;
  pause: number;
  route: number[];
}

export class DryingHallByHand {
  private readonly wall: Uint8Array;
  private readonly fields = new Map<number, Float64Array>();
  readonly guards: Guard[];
  private tick = 0;
  touches = 0;
  playerX = 0;
  playerY = 0;

  constructor(
    map: string[],
    private readonly starts: { x: number; y: number; facingX: number; facingY: number; route: number[] }[],
  ) {
    this.wall = Uint8Array.from(map.join(''), (glyph) => (glyph === '#' ? 1 : 0));
    this.guards = starts.map((start) => ({
      ...start,
      state: ROUNDS,
      since: 0,
      seen: false,
      held: 0,
      lastSeen: -1e9,
      lastX: 0,
      lastY: 0,
      waypoint: 0,
      step: 1,
      pause: 0,
    }));
  }

  reset(): void {
    this.tick = 0;
    this.playerX = 2.5;
    this.playerY = 1.8;
    this.guards.forEach((guard, index) => {
      Object.assign(guard, this.starts[index]);
      guard.state = ROUNDS;
      guard.since = guard.held = guard.waypoint = guard.pause = 0;
      guard.seen = false;
      guard.lastSeen = -1e9;
      guard.step = 1;
    });
  }

  /** One tick with an input of 0..8; true when the run is over. */
  runTick(input: number): boolean {
    this.movePlayer(input);
    const { playerX, playerY } = this;
    for (const guard of this.guards) {
      this.look(guard, playerX, playerY);
      this.decide(guard, playerX, playerY);
      this.move(guard, playerX, playerY);
      const dx = guard.x - playerX;
      const dy = guard.y - playerY;
      if (dx * dx + dy * dy <= TOUCH_SQUARE) this.touches++;
    }
    this.tick++;
    return playerX >= 27 && playerY >= 15 && playerX <= 29 && playerY <= 17;
  }

  /** Moves the player one axis after the other and stops it at walls. */
  private movePlayer(input: number): void {
    const step = COLUMNS[input] !== 0 && ROWS[input] !== 0 ? PLAYER_STEP * Math.SQRT1_2 : PLAYER_STEP;
    const x = this.playerX + COLUMNS[input] * step;
    if (!this.isWallNear(x, this.playerY)) this.playerX = x;
    const y = this.playerY + ROWS[input] * step;
    if (!this.isWallNear(this.playerX, y)) this.playerY = y;
  }

  private isWallNear(x: number, y: number): boolean {
    const { wall } = this;
    const west = (x - PLAYER_RADIUS) | 0;
    const east = (x + PLAYER_RADIUS) | 0;
    const north = ((y - PLAYER_RADIUS) | 0) * WIDTH;
    const south = ((y + PLAYER_RADIUS) | 0) * WIDTH;
    return wall[north + west] === 1 || wall[north + east] === 1 || wall[south + west] === 1 || wall[south + east] === 1;
  }

  private look(guard: Guard, playerX: number, playerY: number): void {
    const dx = playerX - guard.x;
    const dy = playerY - guard.y;
    const square = dx * dx + dy * dy;
    const most = guard.seen ? WIDE_SQUARE : SIGHT_SQUARE;
    const arc = guard.seen ? WIDE_HALF_ARC : guard.state === PUZZLED ? SEARCH_HALF_ARC : HALF_ARC;
    guard.seen =
      square <= most &&
      dx * guard.facingX + dy * guard.facingY >= arc * Math.sqrt(square) &&
      this.isClear(guard.x, guard.y, playerX, playerY);
    if (!guard.seen) return;
    guard.lastSeen = this.tick;
    guard.lastX = playerX;
    guard.lastY = playerY;
  }

  private isClear(x0: number, y0: number, x1: number, y1: number): boolean {
    const { wall } = this;
    let column = x0 | 0;
    let row = y0 | 0;
    const lastColumn = x1 | 0;
    const lastRow = y1 | 0;
    const stepX = x1 > x0 ? 1 : -1;
    const stepY = y1 > y0 ? 1 : -1;
    const perX = 1 / Math.abs(x1 - x0);
    const perY = 1 / Math.abs(y1 - y0);
    let nextX = (stepX > 0 ? column + 1 - x0 : x0 - column) * perX;
    let nextY = (stepY > 0 ? row + 1 - y0 : y0 - row) * perY;
    while (column !== lastColumn || row !== lastRow) {
      if (nextX < nextY) {
        column += stepX;
        nextX += perX;
      } else {
        row += stepY;
        nextY += perY;
      }
      if (wall[row * WIDTH + column] === 1) return false;
    }
    return true;
  }

  private decide(guard: Guard, playerX: number, playerY: number): void {
    const dx = playerX - guard.x;
    const dy = playerY - guard.y;
    const isNear = guard.seen && dx * dx + dy * dy <= SIGHT_SQUARE;
    switch (guard.state) {
      case ROUNDS:
        guard.held = isNear ? guard.held + 1 : 0;
        if (guard.held >= 12) this.enter(guard, HUNT);
        return;
      case HUNT:
        if (this.tick - guard.lastSeen >= 150) this.enter(guard, SEARCH);
        return;
      case SEARCH:
        if (isNear) this.enter(guard, HUNT);
        else if ((guard.x === guard.lastX && guard.y === guard.lastY) || this.tick - guard.since >= 240)
          this.enter(guard, PUZZLED);
        return;
      default:
        if (isNear) this.enter(guard, HUNT);
        else if (this.tick - guard.since >= 72) this.enter(guard, ROUNDS);
    }
  }

  private enter(guard: Guard, state: number): void {
    guard.state = state;
    guard.since = this.tick;
    guard.held = guard.pause = 0;
  }

  private move(guard: Guard, playerX: number, playerY: number): void {
    if (guard.state === HUNT) {
      this.goTo(guard, guard.seen ? playerX : guard.lastX, guard.seen ? playerY : guard.lastY, HUNT_STEP);
    } else if (guard.state === SEARCH) {
      this.goTo(guard, guard.lastX, guard.lastY, STEP);
    } else if (guard.state === ROUNDS) {
      if (guard.pause > 0) {
        guard.pause--;
        return;
      }
      const last = guard.route.length / 2 - 1;
      if (!this.goTo(guard, guard.route[2 * guard.waypoint], guard.route[2 * guard.waypoint + 1], STEP)) return;
      guard.pause = 24;
      if (guard.waypoint === last) guard.step = -1;
      else if (guard.waypoint === 0) guard.step = 1;
      guard.waypoint += guard.step;
    }
  }

  private goTo(guard: Guard, goalX: number, goalY: number, step: number): boolean {
    const cell = (guard.y | 0) * WIDTH + (guard.x | 0);
    const goal = (goalY | 0) * WIDTH + (goalX | 0);
    let aimX = goalX;
    let aimY = goalY;
    const column = guard.x | 0;
    const row = guard.y | 0;
    const isStraight = column === (goalX | 0) || row === (goalY | 0);
    if (cell !== goal && !isStraight) {
      const next = this.nextCell(cell, goal);
      aimX = (next % WIDTH) + 0.5;
      aimY = ((next / WIDTH) | 0) + 0.5;
    }
    const dx = aimX - guard.x;
    const dy = aimY - guard.y;
    const distance = Math.sqrt(dx * dx + dy * dy);
    if (distance <= step) {
      guard.x = aimX;
      guard.y = aimY;
      return aimX === goalX && aimY === goalY;
    }
    guard.facingX = dx / distance;
    guard.facingY = dy / distance;
    guard.x += guard.facingX * step;
    guard.y += guard.facingY * step;
    return false;
  }

  private nextCell(cell: number, goal: number): number {
    let field = this.fields.get(goal);
    if (!field) this.fields.set(goal, (field = this.distances(goal)));
    let best = cell;
    for (const next of [cell + 1, cell - 1, cell + WIDTH, cell - WIDTH]) if (field[next] < field[best]) best = next;
    return best;
  }

  private distances(goal: number): Float64Array {
    const field = new Float64Array(this.wall.length).fill(Infinity);
    field[goal] = 0;
    const queue = [goal];
    for (const cell of queue) {
      for (const next of [cell + 1, cell - 1, cell + WIDTH, cell - WIDTH]) {
        if (this.wall[next] === 1 || field[next] < Infinity) continue;
        field[next] = field[cell] + 1;
        queue.push(next);
      }
    }
    return field;
  }
}
