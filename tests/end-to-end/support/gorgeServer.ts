import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';

const PROJECT = process.cwd();

/** Starts and ends the real start command with a data folder and port of its own. */
export class GorgeServer {
  private starter: ChildProcess | undefined;
  output = '';

  constructor(
    readonly dataFolder: string,
    readonly wantedPort: number,
    private readonly env: Record<string, string> = {},
  ) {}

  static fresh(name: string, port: number, env: Record<string, string> = {}): GorgeServer {
    const folder = path.join(PROJECT, '.data', name);
    new GorgeServer(folder, port).stopAll();
    rmSync(folder, { recursive: true, force: true });
    return new GorgeServer(folder, port, env);
  }

  private get environment(): NodeJS.ProcessEnv {
    // Runs are made, not found: what a test waits for is what it asks about.
    return {
      ...process.env,
      GORGE_NUMBERS: '',
      ...this.env,
      GORGE_DATA: this.dataFolder,
      GORGE_PORT: String(this.wantedPort),
    };
  }

  /** Starts and waits for the address that the command prints. */
  start(): Promise<string> {
    this.output = '';
    const child = spawn(process.execPath, ['bin/start.mjs'], {
      cwd: PROJECT,
      env: this.environment,
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    this.starter = child;
    return new Promise((resolve, reject) => {
      const read = (part: Buffer) => {
        this.output += part.toString();
        const address = /Gorge is (?:ready|running already): (http:\S+)/.exec(this.output);
        if (address) resolve(address[1]);
      };
      child.stdout?.on('data', read);
      child.stderr?.on('data', read);
      child.on('exit', (code) => reject(new Error(`the start command ended with ${code}:\n${this.output}`)));
    });
  }

  /** Ends the starter as Ctrl-C does and waits until it is gone. */
  async interrupt(): Promise<void> {
    const child = this.starter;
    if (!child || child.exitCode !== null) return;
    const gone = new Promise((resolve) => child.on('exit', resolve));
    child.kill('SIGINT');
    await gone;
  }

  private state(): { starter?: number; server?: number } {
    const file = path.join(this.dataFolder, 'server.json');
    return existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as { starter?: number; server?: number }) : {};
  }

  serverPid(): number {
    return this.state().server!;
  }

  /** 0 while there is none. */
  databasePid(): number {
    const file = path.join(this.dataFolder, 'database/run/database.pid');
    return existsSync(file) ? Number(readFileSync(file, 'utf8')) : 0;
  }

  /** Kills starter, server and, if wanted, database without warning. */
  killAll(alsoDatabase: boolean): void {
    const { starter, server } = this.state();
    // The starter that serves may be another than the one that was begun last.
    for (const pid of [this.starter?.pid, starter, server, alsoDatabase ? this.databasePid() : undefined]) {
      try {
        if (pid) process.kill(pid, 'SIGKILL');
      } catch {
        // It has ended already.
      }
    }
  }

  stopAll(): void {
    spawnSync(process.execPath, ['bin/stop.mjs'], { cwd: PROJECT, env: this.environment });
  }
}
