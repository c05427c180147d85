import { spawn, type ChildProcess } from 'node:child_process';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { connect } from '@/queue/redis/connect';
import { isThere, listMachines } from '@/queue/redis/machines';
import { TestHosts } from '../support/hosts';
import { TestRedis } from '../support/redis';

/** Only in `npm run soak`, as root with iproute2: machines of a fleet on hosts of their own, and a cable pulled out. */
const RUNS = Number(process.env.GORGE_HOST_RUNS ?? 600);
const [LEVEL, STAND_IN] = ['ember-night', 'casual'];
/** Longer than a machine's claim on a task lasts. */
const OUT_SECONDS = 45;
const MOST_MS = 1_800_000;

const hosts = new TestHosts(2);
const ENV: NodeJS.ProcessEnv = { ...process.env, GORGE_NUMBERS: '' };
const wait = (seconds: number) => new Promise((resolve) => setTimeout(resolve, seconds * 1000));
let redis: TestRedis;
const machines: ChildProcess[] = [];
beforeAll(async () => {
  redis = await TestRedis.start(hosts.address);
});
afterAll(async () => {
  for (const machine of machines) machine.kill('SIGKILL');
  await redis.end();
  hosts.end();
});

const ARGS = ['bin/gorge', 'run', 'examples/kiln-yard.gorge.json', '--level', LEVEL, '--standin', STAND_IN, '--json'];

/** What the command line comes to, and how long it took. */
function run(...more: string[]): Promise<{ hash: string; seconds: number }> {
  const begun = performance.now();
  const child = spawn(process.execPath, [...ARGS, '--runs', String(RUNS), ...more], { env: ENV });
  let [said, wrong] = ['', ''];
  child.stdout.on('data', (part: Buffer) => (said += part.toString()));
  child.stderr.on('data', (part: Buffer) => (wrong += part.toString()));
  return new Promise((resolve, reject) => {
    child.on('exit', () => {
      if (said === '') return reject(new Error(wrong));
      const { standins } = JSON.parse(said) as { standins: { hash: string }[] };
      resolve({ hash: standins[0].hash, seconds: (performance.now() - begun) / 1000 });
    });
  });
}

const join = (host: number) =>
  machines.push(hosts.run(host, ['bin/gorge', 'worker', '--threads', '1'], { ...ENV, GORGE_QUEUE: redis.url }));

describe('machines on hosts of their own', () => {
  test(
    'one, two, and two of which one is cut off for a while come to the runs of one process',
    async () => {
      const asking = connect(redis.url);
      const speaking = async () => (await listMachines(asking)).filter((machine) => isThere(machine)).length;
      const there = async (count: number) => {
        while ((await speaking()) !== count) await wait(0.2);
      };
      const tell = (what: string) => process.stderr.write(`${RUNS} runs of ${LEVEL}: ${what}\n`);
      const direct = await run('--workers', '1');
      // What two cores give at all: two processes that know nothing of each other, beside one.
      const beside = await Promise.all([run('--workers', '1'), run('--workers', '1')]);
      const most = (2 * direct.seconds) / Math.max(...beside.map(({ seconds }) => seconds));
      tell(`one process ${direct.seconds.toFixed(1)} s; two at once make ${most.toFixed(2)} times as many a second`);
      const queue = ['--queue', redis.url];
      join(0);
      await there(1);
      await run(...queue, '--seed', '100001');
      const one = await run(...queue);
      join(1);
      await there(2);
      await run(...queue, '--seed', '200001');
      const two = await run(...queue);
      const times = one.seconds / two.seconds;
      tell(`one host ${one.seconds.toFixed(1)} s, two ${two.seconds.toFixed(1)} s: ${times.toFixed(2)} times`);
      const under = run(...queue);
      await wait(two.seconds / 4);
      hosts.pullOut(1);
      await wait(OUT_SECONDS);
      const whileOut = await speaking();
      hosts.plugIn(1);
      const cut = await under;
      expect([one.hash, two.hash, cut.hash]).toEqual([direct.hash, direct.hash, direct.hash]);
      expect(whileOut).toBe(1);
      await there(2);
      asking.disconnect();
      tell(`one of two cut off for ${OUT_SECONDS} s ${cut.seconds.toFixed(1)} s, and it came back`);
    },
    MOST_MS,
  );
});
