import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { whyUnreachable } from '@/queue/redis/connect';

/** A Redis of a test's own, with a password and unless said otherwise on loopback, of which nothing is kept. */
export class TestRedis {
  private child: ChildProcess | undefined;
  private readonly folder = mkdtempSync(path.join(os.tmpdir(), 'gorge-queue-'));
  private constructor(
    private readonly port: number,
    private readonly host: string,
  ) {}

  static async start(host = '127.0.0.1'): Promise<TestRedis> {
    const redis = new TestRedis(await freePort(), host);
    await redis.begin();
    return redis;
  }

  get url(): string {
    return `redis://:of-a-test@${this.host}:${this.port}`;
  }

  /** Begins, empty, under the same address. */
  async begin(): Promise<void> {
    const lines = [`bind ${this.host}`, `port ${this.port}`, `dir ${this.folder}`, 'save ""', 'requirepass of-a-test'];
    this.child = spawn('redis-server', ['-'], { stdio: ['pipe', 'ignore', 'ignore'] });
    this.child.stdin!.end(`${lines.join('\n')}\n`);
    for (let tries = 0; tries < 200 && (await whyUnreachable(this.url, 500)) !== undefined; tries++);
  }

  /** Ends at once, and forgets all that was in it. */
  async kill(): Promise<void> {
    const child = this.child!;
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await ended;
  }

  /** Answers nobody until it goes on; connections stay. */
  pause(): void {
    this.child!.kill('SIGSTOP');
  }

  goOn(): void {
    this.child!.kill('SIGCONT');
  }

  async end(): Promise<void> {
    await this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}
