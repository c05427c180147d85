import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client';

/** What the front of the server tells of a request that has been answered. */
export interface Answered {
  method: string;
  path: string;
  status: number;
  seconds: number;
}

/** Bounds of the histogram of answers, s. */
const ANSWER_SECONDS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10];

/** What stands after these in an address is a name or number, and there is no end of them. */
const NAMED: Readonly<Record<string, string>> = {
  games: ':game',
  levels: ':level',
  batches: ':batch',
  runs: ':run',
  history: ':save',
  notes: ':note',
  links: ':link',
  revisions: ':revision',
  removed: ':game',
};

/** The route of an address, without the names in it, so that there are only so many; what is no address of ours is `other`. */
export function routeOf(path: string, status: number): string {
  if (status === 404 || status === 405) return 'other';
  if (path.startsWith('/_next/')) return '/_next';
  const parts = path.split('/').slice(1);
  return `/${parts.map((part, at) => (at > 0 ? (NAMED[parts[at - 1]] ?? part) : part)).join('/')}`;
}

/** What is counted of this server, as Prometheus reads it. */
class ServerMetrics {
  readonly registry = new Registry();
  private readonly answers = new Histogram({
    name: 'gorge_http_request_duration_seconds',
    help: 'How long answers take, by method, route and status.',
    labelNames: ['method', 'route', 'status'],
    buckets: ANSWER_SECONDS,
    registers: [this.registry],
  });
  readonly runs = this.counter('gorge_runs_total', 'Runs that batches have made since the start.');
  readonly troubles = this.counter('gorge_chunk_troubles_total', 'Stretches of runs that could not be made or kept.');
  readonly waitingChunks = this.gauge('gorge_chunks_waiting', 'Stretches of runs that wait.');
  readonly leasedChunks = this.gauge('gorge_chunks_leased', 'Stretches of runs that are being made.');
  readonly busyWorkers = this.gauge('gorge_workers_busy', 'Threads that make runs just now.');
  readonly threads = this.gauge('gorge_workers_threads', 'Threads that can make runs.');
  readonly freeBytes = this.gauge('gorge_disk_free_bytes', 'Free on the disk of the data folder.');
  readonly databaseSeconds = this.gauge('gorge_database_answer_seconds', 'How long the database took to answer.');

  constructor() {
    collectDefaultMetrics({ register: this.registry, prefix: 'gorge_' });
  }

  note({ method, path, status, seconds }: Answered): void {
    this.answers.observe({ method, route: routeOf(path, status), status }, seconds);
  }

  private counter(name: string, help: string) {
    return new Counter({ name, help, registers: [this.registry] });
  }

  private gauge(name: string, help: string) {
    return new Gauge({ name, help, registers: [this.registry] });
  }
}

// Kept on globalThis, since the web server loads modules more than once; its front tells of every answer there.
const holder = globalThis as unknown as { gorgeMetrics?: ServerMetrics; gorgeAnswered?: (answered: Answered) => void };

export function serverMetrics(): ServerMetrics {
  if (holder.gorgeMetrics) return holder.gorgeMetrics;
  const metrics = (holder.gorgeMetrics = new ServerMetrics());
  holder.gorgeAnswered = (answered) => metrics.note(answered);
  return metrics;
}
