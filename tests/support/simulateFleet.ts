import { RandomStream } from '@/core/foundation/random';

/** What a fleet is like, as it was measured or is supposed. */
export interface FleetShape {
  /** Single threads that make runs. */
  workers: number;
  /** Runs a second of one, in the mean; and how much faster or slower they are, as a share to either side. */
  runsASecond: number;
  speedSpread: number;
  /** In a task. */
  taskRuns: number;
  /** Seconds that Redis is at one task, taking and handing in together; and the database at one result. */
  redisSeconds: number;
  databaseSeconds: number;
  /** Until a message has come from one to the other, s. */
  latencySeconds: number;
  /** How often a worker dies, times an hour; it is back after a while, s. */
  deathsAnHour: number;
  backAfterSeconds: number;
  /** Share of tasks that take ten times as long as they should. */
  stragglingShare: number;
  /** Who is silent for so long loses its task, s. */
  claimSeconds: number;
  /** So many tasks are handed out and not yet taken in, at most. */
  mostUnderWay: number;
}

/** How a batch went. */
export interface FleetOutcome {
  seconds: number;
  /** Share of the time that its runs take on these workers and nothing else: 1 is as good as can be. */
  efficiency: number;
  /** Share of tasks that were given out more than once. */
  redoneShare: number;
  /** Share of the time in which each was at it. */
  redisBusy: number;
  databaseBusy: number;
  /** Tasks that were taken in; each once. */
  taken: number;
}

const STRAGGLING = 10;

interface Happening {
  at: number;
  /** What happens: to whom, and with which of its works. */
  what: 'ask' | 'end' | 'lost' | 'taken';
  worker: number;
  work: number;
}

/**
 * Plays a batch on a fleet, happening by happening: workers ask, Redis and database serve one after the other, workers die in the
 * middle of a task and come back, and what they were at is given to others when their claim has run out.
 */
export function simulateFleet(shape: FleetShape, runs: number, seed: number): FleetOutcome {
  const random = new RandomStream(seed, 7);
  const speeds = Array.from(
    { length: shape.workers },
    () => shape.runsASecond * (1 + shape.speedSpread * (2 * random.nextUnit() - 1)),
  );
  const tasks = Math.ceil(runs / shape.taskRuns);
  const happenings = new Happenings();
  const redis = new Server();
  const database = new Server();
  const idle: number[] = [];
  let handedOut = 0;
  let underWay = 0;
  let lost = 0;
  let redone = 0;
  let taken = 0;
  let ends = 0;
  let work = 0;

  const give = (worker: number, at: number) => {
    const isAgain = lost > 0;
    if (isAgain) lost--;
    else if (handedOut < tasks && underWay < shape.mostUnderWay) {
      handedOut++;
      underWay++;
    } else return idle.push(worker);
    if (isAgain) redone++;
    const begins = redis.serve(at, shape.redisSeconds / 2) + shape.latencySeconds;
    const slow = random.nextUnit() < shape.stragglingShare ? STRAGGLING : 1;
    const takes = (slow * shape.taskRuns) / speeds[worker];
    const dies = shape.deathsAnHour > 0 ? (-Math.log(1 - random.nextUnit()) * 3600) / shape.deathsAnHour : Infinity;
    if (dies < takes) {
      happenings.add({ at: begins + dies + shape.claimSeconds, what: 'lost', worker: -1, work: ++work });
      happenings.add({ at: begins + dies + shape.backAfterSeconds, what: 'ask', worker, work: ++work });
    } else happenings.add({ at: begins + takes, what: 'end', worker, work: ++work });
    return undefined;
  };
  const wake = (at: number) => {
    // As many as there may be something for; who finds nothing lies down again.
    for (
      let some = Math.min(idle.length, lost + (handedOut < tasks ? shape.mostUnderWay - underWay : 0));
      some > 0;
      some--
    )
      give(idle.pop()!, at);
  };

  for (let worker = 0; worker < shape.workers; worker++) happenings.add({ at: 0, what: 'ask', worker, work: ++work });
  for (let next = happenings.take(); next && taken < tasks; next = happenings.take()) {
    const { at, what, worker } = next;
    if (what === 'lost') lost++;
    else if (what === 'taken') {
      taken++;
      underWay--;
    } else if (what === 'end') {
      const handedIn = redis.serve(at + shape.latencySeconds, shape.redisSeconds / 2);
      ends = database.serve(handedIn + shape.latencySeconds, shape.databaseSeconds);
      // Until the server has taken it in, it is under way.
      happenings.add({ at: ends, what: 'taken', worker: -1, work: ++work });
      give(worker, handedIn);
    } else give(worker, at);
    wake(at);
  }
  const ideal = runs / speeds.reduce((sum, speed) => sum + speed, 0);
  return {
    seconds: ends,
    efficiency: ideal / ends,
    redoneShare: redone / tasks,
    redisBusy: redis.busy / ends,
    databaseBusy: database.busy / ends,
    taken,
  };
}

/** Serves one after the other, in the order in which they come. */
class Server {
  busy = 0;
  private freeAt = 0;

  /** Until when somebody is served who comes at a time. */
  serve(at: number, seconds: number): number {
    this.freeAt = Math.max(this.freeAt, at) + seconds;
    this.busy += seconds;
    return this.freeAt;
  }
}

/** What is to happen, the next first; of what happens at once, what was added first. */
class Happenings {
  private readonly heap: Happening[] = [];

  add(one: Happening): void {
    const { heap } = this;
    let place = heap.push(one) - 1;
    for (let above = (place - 1) >> 1; place > 0 && comesBefore(one, heap[above]); above = (place - 1) >> 1) {
      heap[place] = heap[above];
      place = above;
    }
    heap[place] = one;
  }

  take(): Happening | undefined {
    const { heap } = this;
    const first = heap.at(0);
    const last = heap.pop();
    if (heap.length === 0 || !last) return first;
    let place = 0;
    for (let below = 1; below < heap.length; below = 2 * place + 1) {
      if (below + 1 < heap.length && comesBefore(heap[below + 1], heap[below])) below++;
      if (!comesBefore(heap[below], last)) break;
      heap[place] = heap[below];
      place = below;
    }
    heap[place] = last;
    return first;
  }
}

function comesBefore(one: Happening, other: Happening): boolean {
  return one.at < other.at || (one.at === other.at && one.work < other.work);
}
