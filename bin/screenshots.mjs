// npm run screenshots: one current picture of each main view, made from the demo on a shelf of its own.
import { spawn } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { PROJECT } from './build.mjs';

const { encode } = await import('fast-png');
const { chromium } = await import('@playwright/test');
const dataFolder = path.join(PROJECT, '.data/screenshots');
const pictures = path.join(PROJECT, 'docs/screenshots');
const env = { ...process.env, GORGE_DATA: dataFolder, GORGE_PORT: '4470' };
rmSync(dataFolder, { recursive: true, force: true });
mkdirSync(pictures, { recursive: true });

const starter = spawn(process.execPath, ['bin/start.mjs'], { cwd: PROJECT, env, stdio: ['ignore', 'pipe', 'inherit'] });
const address = await new Promise((resolve, reject) => {
  let output = '';
  starter.stdout.on('data', (part) => {
    output += part;
    const found = /ready: (http:\S+)/.exec(output);
    if (found) resolve(found[1]);
  });
  starter.on('exit', () => reject(new Error(`the server did not start:\n${output}`)));
});
/** A small maze of blocks as a PNG: made here, since no picture lies about. */
function drawMaze() {
  const rows = [
    '#####################',
    '#.....#.......#.....#',
    '#.###.#.#####.#.###.#',
    '#.#...#.....#.....#.#',
    '#.#.#######.#####.#.#',
    '#.#.......#.....#.#.#',
    '#.#######.#.###.#.#.#',
    '#.........#...#...#..',
    '#####################',
  ];
  const pitch = 20;
  const [width, height] = [rows[0].length * pitch, rows.length * pitch];
  const data = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      data[y * width + x] = rows[Math.floor(y / pitch)][Math.floor(x / pitch)] === '#' ? 25 : 240;
  return encode({ width, height, data, channels: 1 });
}

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--headless',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const take = (name) => page.screenshot({ path: path.join(pictures, `${name}.png`) });
  const finished = () =>
    page
      .getByTestId('reading-status')
      .and(page.getByText('400 runs', { exact: true }))
      .waitFor({ timeout: 480_000 });
  const desk = `${address}/games/kiln-yard/levels/drying-hall`;
  const arena = async (x, y) => {
    const field = page.getByTestId('arena');
    const box = await field.boundingBox();
    const [left, top, scale] = (await field.getAttribute('data-camera')).split(' ').map(Number);
    await page.mouse.click(box.x + left + x * scale, box.y + top + y * scale);
  };

  await page.goto(desk);
  await finished();
  await page.getByRole('button', { name: 'Other batches' }).click();
  await page.getByRole('menuitem', { name: /of every stand-in/ }).click();
  await page.getByTestId('progress').waitFor();
  await page.getByTestId('progress').waitFor({ state: 'hidden', timeout: 240_000 });
  await page.getByRole('radio', { name: /^casual/ }).click();
  await page.getByRole('heading', { name: /casual/ }).waitFor();
  await page.getByText('500, a click replays').waitFor();
  await take('report');
  await page.getByRole('button', { name: 'Replay seed 8' }).click();
  await page.getByTestId('replay-end').waitFor();
  // A run that has come to its end has nothing to pause.
  const pause = page.getByRole('button', { name: 'Pause' });
  if (await pause.isVisible()) await pause.click();
  await take('replay');

  await page.goto(desk);
  await finished();
  await arena(18, 10.2);
  await page.getByRole('slider', { name: 'pace' }).focus();
  for (let step = 0; step < 4; step++) await page.keyboard.press('ArrowRight');
  await finished();
  const scrub = await page.getByTestId('scrub').boundingBox();
  await page.mouse.click(scrub.x + scrub.width * 0.36, scrub.y + 40);
  await take('desk');
  await page.getByRole('button', { name: 'Check …' }).click();
  await page.getByRole('button', { name: 'Keep' }).first().waitFor();
  await take('checks');
  await page.getByRole('button', { name: 'Close Saved checks' }).click();
  await page.getByLabel('Light or dark').click();
  await page.mouse.move(640, 400);
  await page.keyboard.press('Home');
  await page
    .getByTestId('save-sign')
    .and(page.getByText(/^Saved/))
    .waitFor();
  await take('desk-dark');
  await page.getByLabel('Light or dark').click();
  for (let step = 0; step < 4; step++) await page.keyboard.press('Control+z');
  await page.locator('body').click({ position: { x: 1100, y: 760 } });
  await page.keyboard.press('s');
  await page.getByText('do hold').click();
  await page.keyboard.press('End');
  await page.keyboard.type('ing');
  await page.locator('.cm-lintRange-error').waitFor();
  await page
    .getByTestId('save-sign')
    .and(page.getByText(/^Saved/))
    .waitFor();
  await page.waitForTimeout(900);
  await take('script');
  await page.keyboard.press('Control+z');
  await page.getByText('None that can be seen').waitFor();
  await page
    .getByTestId('save-sign')
    .and(page.getByText(/^Saved/))
    .waitFor();
  await page.goto(`${address}/games/kiln-yard`);
  await page
    .getByText(/Last measured/)
    .first()
    .waitFor();
  await page.getByRole('button', { name: 'Send 100 people' }).click();
  await page.locator('[data-testid="journey"][data-status="done"]').waitFor({ timeout: 240_000 });
  await take('course');
  await page.goto(`${address}/games/kiln-yard/history`);
  // What was undone since is as the game is now; the first that was saved of the turned knob is not.
  await page.getByTestId('version').filter({ hasText: /pace/ }).last().click();
  await page.getByText('What changed from it until now').waitFor();
  await page.waitForTimeout(600);
  await take('history');
  await page.goto(address);
  await page.getByText(/Last measured/).waitFor();
  await page.locator('canvas').nth(7).waitFor();
  await page.waitForTimeout(600);
  await take('shelf');

  await page.goto(`${address}/games/kiln-yard/levels/cart-crossing`);
  await finished();
  await page.getByRole('button', { name: 'Shapes', exact: true }).click();
  await page.getByTestId('arena').focus();
  for (let count = 0; count < 2; count++) await page.keyboard.press('Tab');
  await page.getByRole('slider', { name: 'Moment of the preview' }).focus();
  for (let step = 0; step < 20; step++) await page.keyboard.press('ArrowRight');
  await take('movers');

  await page.goto(`${address}/games/kiln-yard/levels/ember-night`);
  await finished();
  const night = await page.getByTestId('scrub').boundingBox();
  await page.mouse.click(night.x + night.width * 0.48, night.y + 40);
  await take('waves');
  await page.getByRole('button', { name: 'Cues', exact: true }).click();
  await page.getByText(/^200 runs of \d+ s without a player$/).waitFor({ timeout: 60_000 });
  await take('cues');
  await page.getByRole('button', { name: 'Form', exact: true }).click();
  await take('forms');

  await page.goto(`${desk}/tune`);
  await finished();
  const tune = page.getByRole('region', { name: 'Tune' });
  await tune.getByLabel('Find a number').fill('pace');
  await tune.getByRole('button', { name: /^warden.pace/ }).click();
  await tune.getByRole('button', { name: 'Sweep' }).click();
  await tune.getByTestId('sweep').and(page.locator('[data-status=done]')).waitFor({ timeout: 240_000 });
  await tune.getByRole('button', { name: 'Find values' }).click();
  await tune.getByTestId('solve').and(page.locator('[data-status=done]')).waitFor({ timeout: 240_000 });
  await take('tune');

  await page.goto(desk);
  await finished();
  await page.getByRole('button', { name: 'Bench', exact: true }).click();
  await page.getByTestId('behavior-figures').waitFor({ timeout: 60_000 });
  await page.getByRole('button', { name: /Transition 1 of rounds/ }).click();
  await page.getByRole('button', { name: 'Approach' }).click();
  await page.locator('[aria-label="State hunt"][aria-current]').waitFor();
  await take('bench');

  await page.goto(desk);
  await finished();
  await page.getByRole('button', { name: 'Time in sight' }).click();
  await arena(18, 10.2);
  await page.getByRole('button', { name: 'Why?' }).click();
  const line = await page.getByTestId('scrub').boundingBox();
  await page.mouse.click(line.x + line.width * 0.3, line.y + 40);
  await page.getByTestId('why').waitFor();
  await take('why');

  await page.goto(desk);
  await finished();
  await page.getByRole('button', { name: 'Cast', exact: true }).first().click();
  await page.getByRole('option', { name: '↳ Sharp-eyed warden' }).click();
  await take('cast');
  await page.getByRole('button', { name: 'Build', exact: true }).click();
  const maze = drawMaze();
  await page
    .getByLabel('Picture of a maze')
    .setInputFiles({ name: 'maze.png', mimeType: 'image/png', buffer: Buffer.from(maze) });
  await page.getByText(/read as/).waitFor();
  await take('build');
  await page.getByLabel('Close Build').click();
  await page.getByTestId('arena').focus();
  await page.keyboard.press('t');
  await page.keyboard.down('ArrowRight');
  await page.waitForTimeout(1100);
  await page.keyboard.up('ArrowRight');
  await page.keyboard.down('ArrowDown');
  await page.waitForTimeout(1300);
  await page.keyboard.press('f');
  await take('try');
} finally {
  await browser.close();
  starter.kill('SIGINT');
  await new Promise((resolve) => starter.on('exit', resolve));
}
