import { chromium, type Page } from '@playwright/test';
import { CHROMIUM } from '../tests/end-to-end/support/chromium';
import { onScreen } from '../tests/end-to-end/support/desk';
import { GorgeServer } from '../tests/end-to-end/support/gorgeServer';
import { plainYard } from '../tests/support/kilnYard';
import { changedParts, compileNextVersion, withChangedParts, type GameDocument } from '@/core/index';
import { medianOf, wallMs, type BenchRow } from './rows';

/** The demo hall four times over: 60×40 cells, eight guards. */
function wideGame(): unknown {
  const game = plainYard();
  const level = game.levels[0];
  const inner = level.map.slice(1, -1).map((row) => row.slice(1, -1));
  const wide = [...inner, ...inner].map((row) => `#${row}..${row}#`);
  while (wide.length < 38) wide.push(`#${'.'.repeat(58)}#`);
  level.map = ['#'.repeat(60), ...wide.slice(0, 38), '#'.repeat(60)];
  const guards = level.pieces.slice(1);
  const shifted = guards.map((guard) => ({
    ...guard,
    id: `${guard.id}-east`,
    name: `${guard.name} east`,
    at: [guard.at[0] + 30, guard.at[1]] as [number, number],
    route: guard.route?.map(([x, y]): [number, number] => [x + 30, y]),
  }));
  level.pieces = [...level.pieces, ...shifted];
  return { ...game, id: 'bench-wide' };
}

/** An open hall with pillars and a player, as wide as high, in cells. */
function largeGame(side = 128): unknown {
  const game = plainYard();
  const [level] = game.levels;
  const isWall = (row: number, column: number) =>
    row % (side - 1) === 0 || column % (side - 1) === 0 || (row % 6 === 0 && column % 5 === 0);
  level.map = Array.from({ length: side }, (_, row) =>
    Array.from({ length: side }, (__, column) => (isWall(row, column) ? '#' : '.')).join(''),
  );
  game.levels = [level];
  return { ...game, id: 'bench-large' };
}

/** The same hall on 256 × 256 cells with 2,000 wardens, and as it is once the slider of their pace has been moved. */
function crowdedVersions(): [GameDocument, GameDocument] {
  const game = largeGame(256) as GameDocument;
  const [level] = game.levels;
  const [player, warden] = level.pieces;
  const wardens = Array.from({ length: 2000 }, (_, index) => {
    const [x, y] = [2.5 + ((index * 5) % 250), 1.5 + 6 * Math.floor((index * 5) / 250)];
    const route: [number, number][] = [
      [x, y],
      [x, y + 2],
    ];
    return { ...warden, id: `warden-${index}`, name: `Warden ${index}`, at: [x, y] as [number, number], route };
  });
  level.pieces = [{ ...player, at: [2.5, 250.5] }, ...wardens];
  const before = withChangedParts(game, []);
  const index = before.cast.findIndex(({ id }) => id === warden.kind);
  return [before, withChangedParts(before, [{ path: ['cast', index, 'knobs'], value: { pace: 3 } }])];
}

/** What moving one slider costs before the first run: what goes to a worker, and the program that comes of it. */
export function measureKnobs(): BenchRow[] {
  const [before, after] = crowdedVersions();
  const compiled = compileNextVersion(undefined, before, before.levels[0].id);
  if (!compiled.ok) throw new Error(JSON.stringify(compiled.faults.slice(0, 2)));
  const turn = () =>
    wallMs(() => {
      const told = structuredClone(changedParts(before, after));
      compileNextVersion(compiled.value, withChangedParts(before, told), before.levels[0].id);
    });
  const whole = () => wallMs(() => void compileNextVersion(undefined, structuredClone(after), before.levels[0].id));
  const [value, floor] = [medianOf(9, turn), medianOf(5, whole)];
  return [{ name: 'knob.turned_2000_pieces_ms', value, unit: 'ms', floor, ratio: value / floor }];
}

/** Collects the gaps between frames while something is done, in milliseconds. */
async function framesDuring(page: Page, work: () => Promise<void>): Promise<number[]> {
  await page.evaluate(() => {
    const gaps: number[] = [];
    let last = performance.now();
    const frame = (now: number) => {
      gaps.push(now - last);
      last = now;
      (window as unknown as { benchFrame: number }).benchFrame = requestAnimationFrame(frame);
    };
    (window as unknown as { benchGaps: number[] }).benchGaps = gaps;
    requestAnimationFrame(frame);
  });
  await work();
  return page.evaluate(() => {
    cancelAnimationFrame((window as unknown as { benchFrame: number }).benchFrame);
    return (window as unknown as { benchGaps: number[] }).benchGaps.slice(2);
  });
}

async function dragAbout(page: Page, from: { x: number; y: number }): Promise<void> {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  for (let step = 1; step <= 120; step++) await page.mouse.move(from.x + 40 * Math.sin(step / 8), from.y + step / 6);
  await page.mouse.up();
}

function share(gaps: readonly number[], part: number): number {
  return [...gaps].sort((a, b) => a - b)[Math.min(gaps.length - 1, Math.floor(gaps.length * part))];
}

/** How long after an edit the cues of Ember Night are projected over 200 seeds, in Chromium, beside the Reading. */
export async function measureProjection(): Promise<BenchRow[]> {
  const server = GorgeServer.fresh('bench', 4450);
  const browser = await chromium.launch(CHROMIUM);
  try {
    const address = await server.start();
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${address}/games/kiln-yard/levels/ember-night/cues`);
    const state = page.locator('[data-testid=projection-state][data-waited-ms]');
    await state.waitFor({ timeout: 60_000 });
    const waits: number[] = [];
    for (let edit = 0; edit < 9; edit++) {
      await page.getByRole('slider').last().focus();
      await page.keyboard.press(edit % 2 === 0 ? 'ArrowRight' : 'ArrowLeft');
      await page.waitForFunction(() => document.querySelector('[data-waited-ms]') === null);
      await state.waitFor({ timeout: 60_000 });
      waits.push(Number(await state.getAttribute('data-waited-ms')));
    }
    return [{ name: 'cues.projected_after_edit_ms', value: share(waits, 0.5), unit: 'ms' }];
  } finally {
    await browser.close();
    server.stopAll();
  }
}

/** Writes down how long each edit waited for its first number, however short that is shown. */
async function noteFirstNumbers(page: Page): Promise<void> {
  await page.evaluate(() => {
    const noted: string[] = ((window as unknown as { benchFirst: string[] }).benchFirst = []);
    const status = document.querySelector('[data-testid=reading-status]')!;
    const look = () => {
      const value = status.getAttribute('data-first-number-ms');
      if (value) noted.push(value);
    };
    new MutationObserver(look).observe(status, { attributes: true, attributeFilter: ['data-first-number-ms'] });
  });
}

/** What the designer waits for, in Chromium without a graphics card: the first number after an edit, and frames while dragging. */
export async function measureDesk(): Promise<BenchRow[]> {
  const server = GorgeServer.fresh('bench', 4450);
  const browser = await chromium.launch(CHROMIUM);
  try {
    const address = await server.start();
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.request.post(`${address}/api/games`, { data: wideGame() });
    await page.goto(`${address}/games/kiln-yard/levels/drying-hall`);
    await page
      .getByTestId('reading-status')
      .filter({ hasText: /^400 runs$/ })
      .waitFor({ timeout: 60_000 });
    const firstNumbers: number[] = [];
    await noteFirstNumbers(page);
    for (let edit = 0; edit < 7; edit++) {
      await page.keyboard.press('n');
      await page.keyboard.press('n');
      await page.evaluate(() => (window as unknown as { benchFirst: string[] }).benchFirst.splice(0));
      await page.keyboard.press('ArrowRight');
      const first = await page.waitForFunction(() => (window as unknown as { benchFirst: string[] }).benchFirst.at(-1));
      firstNumbers.push(Number(await first.jsonValue()));
      await page.keyboard.press('Control+z');
      await page.waitForTimeout(200);
    }
    await page.goto(`${address}/games/bench-wide/levels/drying-hall`);
    await page.getByTestId('clear-rate').waitFor();
    const guard = await onScreen(page, 10.5, 7.5);
    const dragging = await framesDuring(page, () => dragAbout(page, guard));
    await page.keyboard.press('2');
    const middle = await onScreen(page, 30, 20);
    const painting = await framesDuring(page, () => dragAbout(page, middle));
    await page.request.post(`${address}/api/games`, { data: largeGame() });
    await page.goto(`${address}/games/bench-large/levels/drying-hall`);
    await page.getByTestId('arena').waitFor();
    await page.waitForTimeout(1500);
    const largeGuard = await onScreen(page, 10.5, 7.5);
    const largeDragging = await framesDuring(page, () => dragAbout(page, largeGuard));
    await page.keyboard.press('2');
    const largeMiddle = await onScreen(page, 64.5, 64.5);
    const largePainting = await framesDuring(page, () => dragAbout(page, largeMiddle));
    return [
      { name: 'desk.128x128_drag_frame_95_percent_ms', value: share(largeDragging, 0.95), unit: 'ms' },
      { name: 'desk.128x128_paint_frame_median_ms', value: share(largePainting, 0.5), unit: 'ms' },
      { name: 'desk.128x128_paint_frame_95_percent_ms', value: share(largePainting, 0.95), unit: 'ms' },
      { name: 'desk.first_number_ms', value: share(firstNumbers, 0.5), unit: 'ms' },
      { name: 'desk.drag_frame_median_ms', value: share(dragging, 0.5), unit: 'ms' },
      { name: 'desk.drag_frame_95_percent_ms', value: share(dragging, 0.95), unit: 'ms' },
      { name: 'desk.paint_frame_median_ms', value: share(painting, 0.5), unit: 'ms' },
      { name: 'desk.paint_frame_95_percent_ms', value: share(painting, 0.95), unit: 'ms' },
    ];
  } finally {
    await browser.close();
    server.stopAll();
  }
}

/** How long after every click the picture showed what came of it, in milliseconds; one click after the other, as by hand. */
async function clicksDuring(page: Page, places: readonly { x: number; y: number }[]): Promise<number[]> {
  await page.evaluate(() => {
    const acts: number[] = ((window as unknown as { benchActs: number[] }).benchActs = []);
    const note = (event: PointerEvent) =>
      // After the frame that draws it.
      requestAnimationFrame(() => setTimeout(() => acts.push(performance.now() - event.timeStamp)));
    window.addEventListener('pointerup', note);
  });
  for (const [index, { x, y }] of places.entries()) {
    await page.mouse.click(x, y);
    await page.waitForFunction(
      (count) => (window as unknown as { benchActs: number[] }).benchActs.length > count,
      index,
    );
  }
  return page.evaluate(() => (window as unknown as { benchActs: number[] }).benchActs);
}

const CLICKS = 30;
const PIECES = 2000 - CLICKS;

/** A level of 256 × 256 cells with nearly 2,000 pieces: frames while something is dragged or painted, and clicks that select or place. */
export async function measureLargeDesk(): Promise<BenchRow[]> {
  const server = GorgeServer.fresh('bench', 4450);
  const browser = await chromium.launch(CHROMIUM);
  try {
    const address = await server.start();
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const [crowded] = crowdedVersions();
    // A level may have 2,000: as many as are placed here are left out.
    const [level] = crowded.levels;
    const [player, dragged, ...others] = level.pieces.slice(0, PIECES);
    const inTheMiddle = {
      ...dragged,
      at: [128, 128],
      route: [
        [128, 128],
        [128, 131],
      ],
    };
    const roomy = { ...level, pieces: [player, inTheMiddle, ...others] };
    const data = { ...crowded, id: 'bench-crowded', levels: [roomy] };
    const reply = await page.request.post(`${address}/api/games`, { data });
    if (!reply.ok()) throw new Error(await reply.text());
    await page.goto(`${address}/games/bench-crowded/levels/drying-hall`);
    await page.getByTestId('arena').waitFor();
    await page.getByTestId('clear-rate').waitFor({ timeout: 300_000 });
    // What comes with the page and is of no edit.
    await page.waitForTimeout(3000);
    const at = (x: number, y: number) => onScreen(page, x, y);
    // Seen whole, a cell is two pixels: as near as one works, the middle of the arena stays the middle.
    const middle = await at(128, 128);
    await page.mouse.move(middle.x, middle.y);
    for (let notch = 0; notch < 15; notch++) await page.mouse.wheel(0, -100);
    await page.waitForTimeout(500);
    const dragging = await framesDuring(page, () => dragAbout(page, middle));
    const clicks = [...Array(CLICKS).keys()];
    const down = clicks.map((click) => ({ x: middle.x - 200 + 13 * click, y: middle.y - 150 + 10 * click }));
    const selecting = await clicksDuring(page, down);
    await page.keyboard.press('3');
    const placing = await clicksDuring(
      page,
      down.map(({ x, y }) => ({ x, y: 2 * middle.y - y })),
    );
    await page.keyboard.press('2');
    const painting = await framesDuring(page, () => dragAbout(page, middle));
    const row = (name: string, values: readonly number[]): BenchRow => ({
      ...{ name: `desk.${PIECES}_pieces_${name}_95_percent_ms`, value: share(values, 0.95), unit: 'ms' },
    });
    return [
      row('drag_frame', dragging),
      row('paint_frame', painting),
      row('select_click', selecting),
      row('place_click', placing),
    ];
  } finally {
    await browser.close();
    server.stopAll();
  }
}
