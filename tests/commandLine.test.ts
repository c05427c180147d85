import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { main } from '@/cli/main';
import type { BriefLine, GameDocument, SavedCheck } from '@/core/index';
import { kilnYard, KILN_YARD_FILE } from './support/kilnYard';
import { smallGame } from './support/smallLevel';

let folder: string;

beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'gorge-cli-'));
});

afterAll(() => {
  rmSync(folder, { recursive: true, force: true });
});

interface Said {
  code: number | null;
  out: string;
  err: string;
}

/** The command line in this process: the same but for how it is started, and quicker. */
async function gorge(args: string[]): Promise<Said> {
  const texts = { stdout: '', stderr: '' };
  const spies = (['stdout', 'stderr'] as const).map((stream) =>
    jest.spyOn(process[stream], 'write').mockImplementation(((text: string, done?: () => void) => {
      texts[stream] += text;
      done?.();
      return true;
    }) as typeof process.stdout.write),
  );
  const noDatabase = () => Promise.reject(new Error('no command here needs the database'));
  try {
    const code = await main(args, process.cwd(), { backUp: noDatabase, restore: noDatabase } as never);
    return { code, out: texts.stdout, err: texts.stderr };
  } finally {
    spies.forEach((spy) => spy.mockRestore());
  }
}

/** The command line as it is started by people. */
function gorgeProcess(args: string[], input = ''): Said {
  const result = spawnSync(process.execPath, ['bin/gorge', ...args], {
    encoding: 'utf8',
    input,
    maxBuffer: 64 * 1024 * 1024,
  });
  return { code: result.status, out: result.stdout, err: result.stderr };
}

/** Writes a spoilt copy of the demo game. */
function spoilt(name: string, spoil: (game: ReturnType<typeof kilnYard>) => void): string {
  const game = kilnYard();
  spoil(game);
  return written(name, JSON.stringify(game, null, 1));
}

function written(name: string, text: string): string {
  const file = path.join(folder, name);
  writeFileSync(file, text);
  return file;
}

const HALL = ['--level', 'drying-hall'];

describe('gorge check', () => {
  test('finds nothing in the demo and ends with 0', async () => {
    expect(gorgeProcess(['check', KILN_YARD_FILE])).toEqual({
      code: 0,
      out: `${KILN_YARD_FILE}: 0 errors, 0 warnings\n`,
      err: '',
    });
  });

  test('ends with 1 on errors and prints them as JSON with path, script place and file line', async () => {
    const file = spoilt('script.gorge.json', (game) => void (game.scripts[0].lines[7] = '    do patrul route'));
    const { code, out } = await gorge(['check', file, '--json']);
    const result = JSON.parse(out) as {
      version: number;
      ok: boolean;
      diagnostics: {
        code: string;
        where: { path: unknown[]; span: { line: number; column: number }; inFile: { line: number } };
      }[];
    };
    expect([code, result.version, result.ok]).toEqual([1, 1, false]);
    expect(result.diagnostics[0]).toMatchObject({
      code: 'unknown-motion',
      where: { path: ['scripts', 0], span: { line: 8, column: 8 } },
    });
    expect(result.diagnostics[0].where.inFile.line).toBeGreaterThan(10);
  });
});

describe('bad input ends with 2, a message and a hint, and never with a stack trace', () => {
  const cases: [string, () => string[], RegExp][] = [
    [
      'broken JSON',
      () => ['check', written('broken.gorge.json', '{ "format": "gorge", ]')],
      /JSON is broken at line 1, column 2\d/,
    ],
    [
      'an unknown version',
      () => ['check', spoilt('version.gorge.json', (game) => void Object.assign(game, { version: 12 }))],
      /format version 12/,
    ],
    [
      'a row too short',
      () => ['run', spoilt('row.gorge.json', (game) => void (game.levels[0].map[2] = '##')), ...HALL],
      /Row 3 of the map of drying-hall has 2 cells/,
    ],
    [
      'a guard in a wall',
      () => ['run', spoilt('wall.gorge.json', (game) => void (game.levels[0].pieces[1].at = [3.5, 3.5])), ...HALL],
      /Hall warden at 3.5, 3.5 stands in a wall/,
    ],
    [
      'no player',
      () => ['run', spoilt('player.gorge.json', (game) => void game.levels[0].pieces.shift()), ...HALL],
      /has no player/,
    ],
    [
      'no exit',
      () => ['run', spoilt('exit.gorge.json', (game) => void (game.levels[0].marks = [])), ...HALL],
      /has no exit/,
    ],
    [
      'a knob out of range',
      () => ['run', spoilt('knob.gorge.json', (game) => void (game.cast[1].knobs = { pace: 70 })), ...HALL],
      /the range is 0.5..6/,
    ],
    [
      'a script with errors',
      () => ['run', spoilt('errors.gorge.json', (game) => void (game.scripts[0].lines[7] = 'do x')), ...HALL],
      /script line 8, column 4/,
    ],
    ['a seed that is no number', () => ['run', KILN_YARD_FILE, ...HALL, '--seed', 'abc'], /must be a whole number/],
    ['no runs', () => ['run', KILN_YARD_FILE, ...HALL, '--runs', '0'], /from 1 to/],
    ['an override that is none', () => ['run', KILN_YARD_FILE, ...HALL, '--set', 'pace'], /NAME=VALUE/],
    [
      'an override out of range',
      () => ['run', KILN_YARD_FILE, ...HALL, '--set', 'warden.pace=99'],
      /the range is 0.5..6/,
    ],
    [
      'an unknown override',
      () => ['run', KILN_YARD_FILE, ...HALL, '--set', 'warden.pase=2'],
      /Did you mean `warden\.pace`/,
    ],
    ['an unknown start', () => ['run', KILN_YARD_FILE, ...HALL, '--from', 'wave soon'], /player at 12,7/],
    ['a wave where there are none', () => ['run', KILN_YARD_FILE, ...HALL, '--from', 'wave 4'], /has no waves/],
    [
      'cues where there are none',
      () => ['cues', spoilt('no-cues', (game) => void delete game.levels[0].cues), ...HALL],
      /has no cues/,
    ],
    [
      'an unknown level',
      () => ['trace', KILN_YARD_FILE, '--level', 'drying-hal', '--seed', '1'],
      /Did you mean `drying-hall`/,
    ],
    ['an unknown stand-in', () => ['run', KILN_YARD_FILE, ...HALL, '--standin', 'casul'], /Did you mean `casual`/],
    ['a missing file', () => ['check', path.join(folder, 'none.gorge.json')], /there is no such file/],
    ['a folder', () => ['check', folder], /it is a folder/],
    [
      'inputs that are none',
      () => ['trace', KILN_YARD_FILE, ...HALL, '--seed', '1', '--inputs', written('inputs.json', '[1, 9]')],
      /entry 1 is no input/,
    ],
    [
      'a table that cannot be written',
      () => ['run', KILN_YARD_FILE, ...HALL, '--runs', '1', '--csv', path.join(folder, 'no/such/folder.csv')],
      /cannot be written/,
    ],
    ['an unknown thing to probe', () => ['probe', 'smell', KILN_YARD_FILE, ...HALL], /Probe `path` or `sight`/],
    ['an unknown command', () => ['fly'], /unknown command/],
  ];
  test.each(cases)('%s', async (_what, args, message) => {
    const { code, out, err } = await gorge(args());
    expect(err).toMatch(message);
    expect(err).not.toMatch(/\n\s+at .*\.(m?js|ts):\d+/);
    expect([code, out]).toEqual([2, '']);
  });

  test('a file of 50 MB', async () => {
    const file = written('huge.gorge.json', '{}');
    truncateSync(file, 50 * 1024 * 1024);
    const { code, err } = gorgeProcess(['check', file]);
    expect([code, err]).toEqual([2, expect.stringContaining('50.0 MB')]);
  });
});

describe('gorge run', () => {
  test('prints the documented JSON, the same for any number of threads, and writes the table', async () => {
    const csv = path.join(folder, 'runs.csv');
    const args = [
      'run',
      KILN_YARD_FILE,
      ...HALL,
      '--runs',
      '6',
      '--seed',
      '5',
      '--standin',
      'all',
      '--json',
      '--set',
      'clock=30',
    ];
    const one = await gorge([...args, '--workers', '1', '--csv', csv]);
    const three = gorgeProcess([...args, '--workers', '3']);
    expect([one.code, one.err, three.out]).toEqual([0, '', one.out]);
    const { version, standins, controls } = JSON.parse(one.out) as {
      version: number;
      standins: (Record<string, number> & { standin: string; trusted: boolean })[];
      controls: { control: string; runs: number }[];
    };
    expect([version, ...standins.map(({ standin }) => standin)]).toEqual([
      2,
      'novice',
      'casual',
      'practised',
      'expert',
    ]);
    expect(controls.map(({ control, runs }) => [control, runs])).toEqual([
      ['idle', 6],
      ['blind', 6],
    ]);
    expect(standins[2]).toMatchObject({
      standin: 'practised',
      trusted: true,
      not_trusted_because: [],
      runs: 6,
      first_seed: 5,
      clear_rate: { value: expect.any(Number), low: expect.any(Number), high: expect.any(Number) },
      hash: expect.stringMatching(/^[0-9a-f]{16}$/),
    });
    expect(standins[0].won + standins[0].lost + standins[0].out_of_time).toBe(6);
    expect(readFileSync(csv, 'utf8').trim().split('\n')).toHaveLength(4 * 6 + 1);
  });

  test('runs arms on the same seeds, each told by what is set otherwise there', async () => {
    const arms = ['--arm', 'casual', '--arm', 'casual clock=20', '--arm', 'expert@glaze-floor rules.lives=1'];
    const csv = path.join(folder, 'arms.csv');
    const args = ['run', KILN_YARD_FILE, ...HALL, '--runs', '3', '--json', '--csv', csv];
    const { standins } = JSON.parse((await gorge([...args, ...arms])).out) as {
      standins: { arm: string; level: string; overrides: object; hash: string }[];
    };
    expect(standins.map(({ arm, level, overrides }) => [arm, level, overrides])).toEqual([
      ['drying-hall, casual', 'drying-hall', {}],
      ['drying-hall, casual, clock=20', 'drying-hall', { clock: 20 }],
      ['glaze-floor, expert, rules.lives=1', 'glaze-floor', { 'rules.lives': 1 }],
    ]);
    const alone = JSON.parse(
      (await gorge(['run', KILN_YARD_FILE, ...HALL, '--runs', '3', '--json', '--set', 'clock=20'])).out,
    ) as {
      standins: { hash: string }[];
    };
    expect(alone.standins[0].hash).toBe(standins[1].hash);
    const lines = readFileSync(csv, 'utf8').trim().split('\n');
    expect([lines.length, lines[0].split(',')[0]]).toEqual([10, 'arm']);
    const said = (await gorge(['run', KILN_YARD_FILE, ...HALL, '--runs', '2', '--arm', 'casual clock=20'])).out;
    expect(said).toMatch(/The casual stand-in clears/);
    expect((await gorge([...args, '--arm', 'casual', '--arm', 'casual'])).err).toMatch(/is there twice/);
    expect((await gorge([...args, '--arm', 'casual clock'])).err).toMatch(/STANDIN\[@LEVEL\]/);
  });

  test('prove finds inputs that win, which trace plays to the same end, and ends with 1 where there are none', async () => {
    const file = path.join(folder, 'won.json');
    const args = ['prove', KILN_YARD_FILE, ...HALL, '--inputs', file, '--json'];
    const { code, out } = await gorge(args);
    const { slides, seeds } = JSON.parse(out) as {
      slides: unknown;
      seeds: { status: string; seconds: number; inputs: number[]; why_not_all: string; tightest: { early: number } }[];
    };
    expect([code, slides, seeds.map(({ status }) => status)]).toEqual([0, null, ['won']]);
    expect([seeds[0].why_not_all, seeds[0].tightest.early]).toEqual([
      expect.stringContaining('moves freely'),
      expect.any(Number),
    ]);
    expect(JSON.parse(readFileSync(file, 'utf8'))).toEqual(seeds[0].inputs);
    // Whoever slides needs longer than that, and every moment can be looked at.
    const none = await gorge([
      'prove',
      KILN_YARD_FILE,
      '--level',
      'glaze-floor',
      '--set',
      'clock=6',
      '--moments',
      '200',
    ]);
    expect([none.code, none.out]).toEqual([1, expect.stringContaining('it cannot be won without losing a life')]);
    expect(none.out).toContain('Hazards aside it takes 19 slides at least.');
  });

  /** A corridor with an exit, through which whoever has time enough gets; in a file of a name. */
  function corridorFile(name: string, brief?: BriefLine[], checks?: SavedCheck[]): string {
    const game = smallGame({
      map: ['#'.repeat(12), `#${'.'.repeat(10)}#`, '#'.repeat(12)],
      player: { at: [1.5, 1.5] },
      marks: [{ id: 'exit', name: 'Exit', area: [10, 1, 1, 1] }],
      level: {
        rules: { winAt: 'exit', loseWhenTouching: 'foe', timeLimit: 6 },
        ...(brief ? { brief } : {}),
        ...(checks ? { checks } : {}),
      },
    });
    const file = path.join(folder, `${name}.gorge.json`);
    writeFileSync(file, JSON.stringify(game));
    return file;
  }

  test('sweep tells each value with its interval and how the brief stands, as text, JSON and table', async () => {
    const file = corridorFile('sweep', [{ standIn: 'casual', measure: 'clears', least: 60 }]);
    const csv = path.join(folder, 'sweep.csv');
    const args = ['sweep', file, '--over', 'clock=1,9', '--runs', '25', '--workers', '2'];
    const told = await gorge([...args, '--csv', csv]);
    expect([told.code, told.err]).toEqual([0, '']);
    expect(told.out).toMatch(/^clock=1: the brief does not hold\n {2}novice: 0 % \(/);
    expect(told.out).toContain('clock=9: the brief holds');
    const { points } = JSON.parse((await gorge([...args, '--standin', 'casual', '--json'])).out) as {
      points: { values: number[]; brief: string; standins: { standin: string; runs: number }[] }[];
    };
    expect(points).toMatchObject([
      { values: [1], brief: 'does not hold', standins: [{ standin: 'casual', runs: 25 }] },
      { values: [9], brief: 'holds', standins: [{ standin: 'casual', runs: 25 }] },
    ]);
    const lines = readFileSync(csv, 'utf8').trim().split('\n');
    expect([lines[0], lines.length]).toEqual(['clock,standin,runs,clear_rate,low,high,median_s,brief', 2 * 4 + 1]);
  });

  test('solve finds values with which the brief holds, writes them, and says what stands in the way', async () => {
    const file = corridorFile('solve', [{ standIn: 'casual', measure: 'clears', least: 60 }]);
    const out = path.join(folder, 'solved.gorge.json');
    const told = await gorge(['solve', file, '--by', 'clock=1..9', '--workers', '2', '--out', out]);
    expect([told.code, told.err]).toEqual([0, '']);
    const found = Number(/^clock=([\d.]+)/.exec(told.out)![1]);
    expect(found).toBeGreaterThan(2);
    const solved = JSON.parse(readFileSync(out, 'utf8')) as GameDocument;
    expect(solved.levels[0].rules.timeLimit).toBe(found);
    const narrow = await gorge(['solve', file, '--by', 'clock=1..2', '--workers', '2', '--json']);
    expect(narrow.code).toBe(1);
    expect(JSON.parse(narrow.out)).toMatchObject({
      answers: [{ holds: false }],
      in_the_way: [expect.stringContaining('casual clears at least 60 %')],
    });
  });

  test('matter tells what a step of each number does, and which numbers do nothing', async () => {
    const file = corridorFile('matter');
    const told = await gorge(['matter', file, '--runs', '20', '--workers', '2', '--json']);
    expect([told.code, told.err]).toEqual([0, '']);
    const { numbers, standin } = JSON.parse(told.out) as {
      standin: string;
      numbers: { name: string; dead: boolean; down: { value: number; touched: number } | null }[];
    };
    expect(standin).toBe('casual');
    expect(numbers.find(({ name }) => name === 'player.control.speed')).toMatchObject({ dead: false });
    expect(numbers.some(({ dead }) => dead)).toBe(true);
  });

  const WON: SavedCheck = { inputs: '1x300', happens: { event: 'level is won' }, holds: 'before', seconds: 4 };
  const STANDS: SavedCheck = {
    happens: { event: 'is at', piece: 'player', at: [8, 1.5] },
    holds: 'before',
    seconds: 2,
  };
  const CLEARED: BriefLine = { standIn: 'casual', measure: 'clears', least: 60 };

  test('gate lets through what is as it is meant to be, and says so as text, JSON and test results', async () => {
    const file = corridorFile('gate', [CLEARED], [WON]);
    const junit = path.join(folder, 'gate.xml');
    const told = await gorge(['gate', file, '--runs', '50', '--prove', '--junit', junit, '--json']);
    expect([told.code, told.err]).toEqual([0, '']);
    const { lines, open } = JSON.parse(told.out) as { open: boolean; lines: { about: string; stands: string }[] };
    const stands = (about: string) => lines.filter((line) => line.about === about).map((line) => line.stands);
    expect([open, stands('brief'), stands('saved check'), stands('proof')]).toEqual([
      true,
      ['good'],
      ['good'],
      ['good'],
    ]);
    const xml = readFileSync(junit, 'utf8');
    expect(xml).toContain(`<testsuites name="small" tests="${lines.length}" failures="0"`);
    expect(xml).toContain(
      '<testcase classname="small.small.saved-check" name="a kept try: the level is won before 4 s">',
    );
  });

  test.each<[string, BriefLine[], SavedCheck[], string]>([
    ['a saved check is broken', [CLEARED], [WON, STANDS], 'BAD   saved check: Player is at 8, 1.5 before 2 s'],
    ['a brief is missed', [{ ...CLEARED, least: 0, most: 20 }], [WON], 'BAD   brief: casual clears 0 to 20 %: not met'],
  ])('gate stops where %s', async (name, brief, checks, words) => {
    const told = await gorge(['gate', corridorFile(name.replaceAll(' ', '-'), brief, checks), '--runs', '50']);
    expect([told.code, told.err]).toEqual([1, '']);
    expect(told.out).toContain(words);
    expect(told.out).toContain('it may not pass');
  });

  test('gate lets what is not decided through unless it is strict, and stops at errors before anything is played', async () => {
    const open = corridorFile('gate-open', [{ standIn: 'casual', measure: 'firstLoss', least: 3 }]);
    const lax = await gorge(['gate', open, '--runs', '50']);
    expect([lax.code, (await gorge(['gate', open, '--runs', '50', '--strict'])).code]).toEqual([0, 1]);
    expect(lax.out).toContain(
      'open  brief: casual loses first, in the median, after at least 3 s: these runs do not say',
    );
    const wrong = spoilt('gate-wrong', (game) => (game.scripts[0].lines = ['behavior x {']));
    const stopped = await gorge(['gate', wrong]);
    expect(stopped.code).toBe(1);
    expect(stopped.out).not.toContain('brief:');
  });

  test('what was measured is not measured again, as long as nothing by which it plays is changed', async () => {
    const before = process.env.GORGE_NUMBERS;
    process.env.GORGE_NUMBERS = path.join(folder, 'numbers');
    try {
      const first = await gorge(['gate', corridorFile('kept', [CLEARED]), '--runs', '50']);
      const files = () =>
        readdirSync(process.env.GORGE_NUMBERS!, { recursive: true }).filter((name) => String(name).endsWith('.gz'));
      const kept = files();
      expect(kept).toHaveLength(2);
      // Another brief plays alike; its runs are found.
      const again = await gorge(['gate', corridorFile('kept', [{ ...CLEARED, least: 50 }]), '--runs', '50']);
      expect([files(), again.out.replace('least 50', 'least 60')]).toEqual([kept, first.out]);
      const other = await gorge([
        'sweep',
        corridorFile('kept'),
        '--over',
        'clock=5',
        '--runs',
        '25',
        '--standin',
        'casual',
      ]);
      expect([other.code, files().length]).toEqual([0, 3]);
    } finally {
      if (before === undefined) delete process.env.GORGE_NUMBERS;
      else process.env.GORGE_NUMBERS = before;
    }
  });

  test('compare tells what differs between two files and what that does, as text, JSON and table', async () => {
    const before = corridorFile('compare-before');
    const after = corridorFile('compare-after');
    const game = JSON.parse(readFileSync(after, 'utf8')) as GameDocument;
    game.levels[0].rules.timeLimit = 2;
    writeFileSync(after, JSON.stringify(game));
    const csv = path.join(folder, 'compare.csv');
    const args = ['compare', before, after, '--runs', '30', '--standin', 'casual', '--workers', '2'];
    const told = await gorge([...args, '--csv', csv]);
    expect([told.code, told.err]).toEqual([0, '']);
    expect(told.out).toMatch(/^What is different:\n {2}.*6 → 2 s/);
    expect(told.out).toContain('Clear rate 100.0 % → 0.0 %: −100.0 points ± 0.0');
    expect(told.out).toContain('won only before: 30, as seeds 1, 2, 3,');
    const { standins } = JSON.parse((await gorge([...args, '--json'])).out) as {
      standins: { clear_rate: { before: { value: number } }; measures: { measure: string; real: boolean }[] }[];
    };
    expect(standins).toMatchObject([{ clear_rate: { before: { value: 1 }, after: { value: 0 } }, seeds: 30 }]);
    expect(standins[0].measures[0]).toMatchObject({ measure: 'clearRate', real: true });
    expect(readFileSync(csv, 'utf8')).toMatch(
      /^standin,measure,before,after,difference,half_width,real,seeds\ncasual,outcome,1,0,-1,/,
    );
    const same = await gorge(['compare', before, '--set', 'clock=6', '--runs', '25', '--standin', 'casual']);
    expect(same.out).toContain('Clear rate 100.0 % → 100.0 %: the same in every run');
  });

  test('course tells how far people come, as text, JSON and table', async () => {
    const game = JSON.parse(readFileSync(corridorFile('course'), 'utf8')) as GameDocument;
    const [level] = game.levels;
    game.levels.push({ ...level, id: 'short', name: 'Short', rules: { ...level.rules, timeLimit: 1 } });
    const file = written('course.gorge.json', JSON.stringify(game));
    const csv = path.join(folder, 'course.csv');
    const args = ['course', file, '--people', '30', '--workers', '2'];
    const told = await gorge([...args, '--csv', csv]);
    expect([told.code, told.err]).toEqual([0, '']);
    expect(told.out).toMatch(
      /^casual, 30 people: 0 % \(0–11 %\) finish the course; in the median \d+ s and 0 points\n/,
    );
    expect(told.out).toContain('30 come to it, 30 end here');
    expect(told.out).toContain('Short is a jump: 100 points harder than Small.');
    const { levels } = JSON.parse((await gorge([...args, '--json'])).out) as { levels: object[] };
    expect(levels).toMatchObject([
      { level: 'small', enters: { value: 1 }, clears: { value: 1 }, ends_here: 0, fault: null },
      { level: 'short', enters: { value: 1 }, clears: { value: 0 }, ends_here: 30 },
    ]);
    expect(readFileSync(csv, 'utf8')).toMatch(/^level,come_to_it,end_here,clear_rate,low,high\nsmall,30,0,1,/);
  });

  test.each([
    [['course', KILN_YARD_FILE, '--standin', 'all'], 'played by one stand-in'],
    [['compare', KILN_YARD_FILE, ...HALL], 'nothing to compare'],
    [['compare', KILN_YARD_FILE, 'nowhere.gorge.json', ...HALL], 'there is no such file'],
    [['compare', KILN_YARD_FILE, ...HALL, '--set', 'warden.weight=1'], 'no number `warden.weight`'],
    [['gate', KILN_YARD_FILE, '--level', 'nowhere'], 'nowhere'],
    [['sweep', KILN_YARD_FILE, ...HALL], 'One or two numbers'],
    [['sweep', KILN_YARD_FILE, ...HALL, '--over', 'warden.pace=4..1'], 'no values'],
    [['sweep', KILN_YARD_FILE, ...HALL, '--over', 'warden.weight=1..4'], 'no number `warden.weight`'],
    [['sweep', KILN_YARD_FILE, ...HALL, '--over', 'pace'], 'NAME=LOW..HIGH'],
    [['solve', KILN_YARD_FILE, ...HALL, '--by', 'warden.pace=1..400'], 'cannot be 400'],
    [['solve', 'tests/knownTruth/niche.gorge.json', '--by', 'clock=60..90'], 'meant to be'],
  ])('%j is refused in words', async (args, words) => {
    const { code, err, out } = await gorge(args);
    expect([code, out]).toEqual([2, '']);
    expect(err).toContain(words);
  });

  test('parts tells what each part does, as text and as JSON', async () => {
    const args = ['parts', 'tests/knownTruth/niche.gorge.json', '--runs', '4'];
    const { code, out } = await gorge(args);
    expect([code, out]).toEqual([0, expect.stringMatching(/^casual clears \d+ % .* of 4 runs; without each part/)]);
    const { parts } = JSON.parse((await gorge([...args, '--json'])).out) as {
      parts: { name: string; change: { value: number; half_width: number } }[];
    };
    expect(out.trim().split('\n').slice(1)).toHaveLength(parts.length);
    expect((await gorge([...args, '--standin', 'nobody'])).err).toMatch(/There is no stand-in `nobody`/);
  });

  test('movers tells when each is where, as text and as JSON', async () => {
    const { out } = await gorge(['movers', KILN_YARD_FILE, ...HALL]);
    expect(out).toMatch(
      /^Hall warden \(warden-1\), patrol: x [\d.]+ to [\d.]+, y [\d. to]+ cells; one round of [\d.]+ cells takes/,
    );
    const { movers } = JSON.parse((await gorge(['movers', KILN_YARD_FILE, ...HALL, '--json'])).out) as {
      movers: { piece: string; round: number; span: { west: number; east: number }; moments: { seconds: number }[] }[];
    };
    expect(movers[0].piece).toBe('warden-1');
    expect([movers[0].round > 1, movers[0].span.east > movers[0].span.west, movers[0].moments.length > 1]).toEqual([
      true,
      true,
      true,
    ]);
  });

  test('numbers lists what can be set, as text and as JSON', async () => {
    expect((await gorge(['numbers', KILN_YARD_FILE, ...HALL])).out).toMatch(
      /^warden\.pace +[\d.]+ cells\/s +0\.5\.\.6\n/,
    );
    const { numbers } = JSON.parse((await gorge(['numbers', KILN_YARD_FILE, ...HALL, '--json'])).out) as {
      numbers: { name: string; value: number | null; unit: string; high: number | null }[];
    };
    expect(numbers.find(({ name }) => name === 'clock')).toMatchObject({ value: 60, unit: 's', high: 3600 });
    expect(new Set(numbers.map(({ name }) => name)).size).toBe(numbers.length);
    expect((await gorge(['numbers', KILN_YARD_FILE, '--level', 'nowhere'])).err).toMatch(/The levels are drying-hall/);
  });

  test('cues prints what comes in, as text and as JSON', async () => {
    const raid = ['cues', KILN_YARD_FILE, '--level', 'shelf-raid', '--seeds', '20'];
    expect((await gorge(raid)).out).toMatch(
      /^20 runs of 50 s.*\nlamp_beetles: \d+ \(\d to \d\) arrivals a run; first at 9\.0 s/,
    );
    const { version, cues } = JSON.parse((await gorge([...raid, '--json'])).out) as {
      version: number;
      cues: { name: string; come: { median: number } }[];
    };
    expect([version, cues.map(({ name }) => name), cues[0].come.median >= 2]).toEqual([1, ['lamp_beetles'], true]);
  });

  test('says of each line of the brief how it stands', async () => {
    const game = kilnYard();
    game.levels[0].brief = [
      { standIn: 'casual', measure: 'clears', least: 99 },
      { standIn: 'expert', measure: 'clears', most: 10 },
    ];
    const file = written('brief.gorge.json', JSON.stringify(game));
    const args = ['run', file, ...HALL, '--runs', '20', '--set', 'clock=4'];
    expect((await gorge(args)).out).toMatch(/Brief: casual clears at least 99 %: not met: 0 \(0–16\) %\./);
    const { standins } = JSON.parse((await gorge([...args, '--json'])).out) as { standins: { brief: unknown }[] };
    expect(standins.map(({ brief }) => brief)).toEqual([
      [expect.objectContaining({ measure: 'clears', least: 99, most: null, status: 'not met', value: 0 })],
    ]);
    game.levels[0].brief[0].measure = 'fun' as never;
    const wrong = written('no-brief.gorge.json', JSON.stringify(game));
    expect((await gorge(['check', wrong])).err).toMatch(/brief/);
  });

  test('an override changes the numbers and not the document', async () => {
    const before = readFileSync(KILN_YARD_FILE, 'utf8');
    const clearRate = async (extra: string[]) => {
      const { out } = await gorge(['run', KILN_YARD_FILE, ...HALL, '--runs', '10', '--json', ...extra]);
      return (JSON.parse(out) as { standins: { clear_rate: { value: number } }[] }).standins[0].clear_rate.value;
    };
    expect(await clearRate(['--set', 'warden.pace=1', '--set', 'warden.sight=3'])).toBeGreaterThan(await clearRate([]));
    expect(await clearRate(['--from', 'player at 26.5,15.5'])).toBe(1);
    expect(readFileSync(KILN_YARD_FILE, 'utf8')).toBe(before);
  });
});

describe('gorge trace', () => {
  test('writes a line a tick, the events between them and the fingerprint last', async () => {
    const { code, out } = await gorge(['trace', KILN_YARD_FILE, ...HALL, '--seed', '3']);
    const lines = out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as Record<string, never>);
    const ticks = lines.filter((line) => 'tick' in line);
    const last = lines[lines.length - 1] as unknown as { end: { ticks: number }; seed: number; hash: string };
    expect(code).toBe(0);
    expect(ticks.map((line) => line.tick)).toEqual(Array.from({ length: last.end.ticks + 1 }, (_, tick) => tick));
    expect(ticks[0]).toMatchObject({
      pieces: expect.arrayContaining([
        expect.objectContaining({ id: 'warden-1', kind: 'warden', x: 10.5, y: 7.5, facing: 0, state: 'rounds' }),
      ]),
    });
    expect(lines.some((line) => 'event' in line)).toBe(true);
    expect([last.seed, last.hash]).toEqual([3, expect.stringMatching(/^[0-9a-f]{16}$/)]);
    expect(gorgeProcess(['trace', KILN_YARD_FILE, ...HALL, '--seed', '3']).out).toBe(out);
  });

  test('plays kept inputs and can be cut short', async () => {
    const inputs = written('right.json', JSON.stringify(new Array(30).fill(1)));
    const { out } = await gorge(['trace', KILN_YARD_FILE, ...HALL, '--seed', '1', '--inputs', inputs, '--ticks', '30']);
    const lines = out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { tick?: number; end?: null; pieces?: { x: number }[] });
    expect(lines[lines.length - 1].end).toBeNull();
    const final = lines.find((line) => line.tick === 30)!;
    expect(final.pieces![0].x).toBeCloseTo(2.5 + (30 * 3.4) / 60, 9);
  });
});

describe('gorge probe', () => {
  test('answers paths one by one, says what cannot be reached, and goes on after a bad line', async () => {
    const queries = [
      '{"from": [2.5, 2], "to": [28, 16]}',
      '',
      '{"from": [2.5, 2], "to": [3.5, 3.5]}',
      '{"from": [2, 2], "to": ["x", 1]}',
      'none',
      '{"from": [1.5, 1.5], "to": [1.5, 1.5]}',
    ];
    const { code, out, err } = gorgeProcess(['probe', 'path', KILN_YARD_FILE, ...HALL], queries.join('\n'));
    const answers = out
      .trim()
      .split('\n')
      .map(
        (line) =>
          JSON.parse(line) as { reachable?: boolean; cost?: number; nearest?: number[]; error?: { line: number } },
      );
    expect(code).toBe(2);
    expect(answers.map((answer) => answer.reachable ?? answer.error?.line)).toEqual([true, false, 4, 5, true]);
    expect(answers[1].nearest).toBeDefined();
    expect(answers[4].cost).toBe(0);
    expect(err.split('\n').filter(Boolean)).toHaveLength(2);
  });

  test('answers sight with walls, range and arc apart', async () => {
    const queries = [
      '{"from": [10.5, 7.5], "to": [14.5, 7.5], "facing": 0, "range": 6, "arc": 110}',
      '{"from": [10.5, 7.5], "to": [14.5, 7.5], "facing": 180, "range": 6, "arc": 110}',
      '{"from": [10.5, 7.5], "to": [19.5, 7.5], "facing": 0, "range": 6, "arc": 110}',
      '{"from": [2.5, 2], "to": [14.5, 7.5]}',
    ];
    const { code, out } = gorgeProcess(['probe', 'sight', KILN_YARD_FILE, ...HALL], queries.join('\n'));
    const answers = out
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as Record<string, boolean>);
    expect(code).toBe(0);
    expect(answers.map(({ sees, clear, in_range, in_arc }) => [sees, clear, in_range, in_arc])).toEqual([
      [true, true, true, true],
      [false, true, true, false],
      [false, true, false, true],
      [false, false, true, true],
    ]);
  });
});

describe('gorge behavior', () => {
  test('prints the figures of a behavior, for people and as JSON', async () => {
    const said = await gorge(['behavior', KILN_YARD_FILE, 'night_watch', ...HALL, '--runs', '10']);
    expect(said.code).toBe(0);
    expect(said.out).toMatch(/in rounds: \d+\.\d % of the time/);
    expect(said.out).toMatch(/a player at 3\.4 cells\/s gets away if ahead by: \d+(\.\d+)? cells/);
    const { code, out } = await gorge(['behavior', KILN_YARD_FILE, 'night_watch', ...HALL, '--runs', '10', '--json']);
    const figures = JSON.parse(out) as { states: { share: number }[]; runs: number };
    expect([code, figures.runs]).toEqual([0, 10]);
    expect(figures.states.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
  });

  test('says who there is when nobody follows it', async () => {
    const { code, err } = await gorge(['behavior', KILN_YARD_FILE, 'nobody', ...HALL]);
    expect([code, err]).toEqual([
      2,
      'Nobody in drying-hall follows `nobody`.\n  Behaviors there: night_watch, porter_round.\n',
    ]);
  });
});

describe('gorge chart', () => {
  test('writes a behavior as a state chart, and reads it back to the byte', async () => {
    const { code, out } = await gorge(['chart', KILN_YARD_FILE, '--script', 'night_watch']);
    expect(code).toBe(0);
    const back = await gorge(['chart', written('watch.scxml', out)]);
    const script = kilnYard().scripts.find(({ id }) => id === 'night_watch')!;
    expect([back.code, back.out]).toEqual([0, `${script.lines.join('\n')}\n`]);
  });

  test.each([
    ['no chart', ['chart', KILN_YARD_FILE], /is no state chart that can be read/],
    ['an unknown script', ['chart', KILN_YARD_FILE, '--script', 'nobody'], /has no script `nobody`/],
    ['a missing file', ['chart', 'nowhere.scxml'], /there is no such file/],
  ])('refuses %s with a word', async (_, args, message) => {
    const { code, err } = await gorge(args);
    expect(code).toBe(2);
    expect(err).toMatch(message);
    expect(err).not.toMatch(/\n\s+at /);
  });
});
