import { spawn, spawnSync, type ChildProcess } from 'node:child_process';

const BRIDGE = 'gorge-bridge';

/**
 * Hosts on one machine that meet only over a network: each a network namespace with one cable to this machine, which
 * can be pulled out. Only root may make them, with Debian's iproute2.
 */
export class TestHosts {
  /** This machine's address on their network. */
  readonly address = '10.91.7.1';
  private readonly names: string[] = [];

  constructor(count: number) {
    for (let host = 0; host < count; host++) this.names.push(`gorge-host-${host}`);
    this.end();
    ip('link', 'add', BRIDGE, 'type', 'bridge');
    ip('addr', 'add', `${this.address}/24`, 'dev', BRIDGE);
    ip('link', 'set', BRIDGE, 'up');
    this.names.forEach((name, host) => {
      ip('netns', 'add', name);
      ip('link', 'add', cableOf(host), 'type', 'veth', 'peer', 'name', 'cable', 'netns', name);
      ip('link', 'set', cableOf(host), 'master', BRIDGE, 'up');
      ip('-n', name, 'addr', 'add', `10.91.7.${host + 2}/24`, 'dev', 'cable');
      ip('-n', name, 'link', 'set', 'cable', 'up');
    });
  }

  /** Runs a program of Node on one of them. */
  run(host: number, args: readonly string[], env: NodeJS.ProcessEnv): ChildProcess {
    return spawn('ip', ['netns', 'exec', this.names[host], process.execPath, ...args], { env, stdio: 'ignore' });
  }

  /** Nothing reaches it, and nothing comes from it; connections do not hear of that. */
  pullOut(host: number): void {
    ip('link', 'set', cableOf(host), 'down');
  }

  plugIn(host: number): void {
    ip('link', 'set', cableOf(host), 'up');
  }

  end(): void {
    for (const name of this.names) spawnSync('ip', ['netns', 'del', name]);
    spawnSync('ip', ['link', 'del', BRIDGE]);
  }
}

const cableOf = (host: number) => `gorge-cable-${host}`;

function ip(...args: string[]): void {
  const { status, stderr, error } = spawnSync('ip', args, { encoding: 'utf8' });
  if (status !== 0) throw new Error(`ip ${args.join(' ')}: ${stderr || error?.message}`);
}
