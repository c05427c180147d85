// npm run screenshots: one current picture of each main view, made from the demo on a shelf of its own.
import { spawn } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { PROJECT } from './build.mjs';

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
  const finished = () => page.getByText('400 runs', { exact: true }).waitFor({ timeout: 60_000 });
  const desk = `${address}/games/kiln-yard/levels/drying-hall`;
  const arena = async (x, y) => {
    const box = await page.getByTestId('arena').boundingBox();
    const scale = Math.min((box.width - 36) / 30, (box.height - 36) / 18);
    await page.mouse.click(
      box.x + (box.width - 30 * scale) / 2 + x * scale,
      box.y + (box.height - 18 * scale) / 2 + y * scale,
    );
  };

  await page.goto(desk);
  await finished();
  await page.getByRole('button', { name: 'Run 500' }).click();
  await page.getByTestId('progress').waitFor({ state: 'hidden', timeout: 60_000 });
  await page.getByText('500, a click replays').waitFor();
  await take('report');
  await page.getByRole('button', { name: 'Replay seed 8' }).click();
  await page.getByTestId('replay-end').waitFor();
  await page.getByRole('button', { name: 'Pause' }).click();
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
  await page.getByLabel('Light or dark').click();
  await page.mouse.move(640, 400);
  await page.keyboard.press('Home');
  await page.getByText('Saved').waitFor();
  await take('desk-dark');
  await page.getByLabel('Light or dark').click();
  await page.keyboard.press('Control+z');
  await page.locator('body').click({ position: { x: 1100, y: 760 } });
  await page.keyboard.press('s');
  await page.getByText('do hold').click();
  await page.keyboard.press('End');
  await page.keyboard.type('ing');
  await page.locator('.cm-lintRange-error').waitFor();
  await take('script');
  await page.keyboard.press('Control+z');
  await page.getByText('None that can be seen').waitFor();
  await page.getByText(/^Saved/).waitFor();
  await page.goto(`${address}/games/kiln-yard`);
  await page
    .getByText('finished')
    .or(page.getByText(/casual clears/).first())
    .first()
    .waitFor();
  await take('course');
  await page.goto(address);
  await page.getByText(/Last measured/).waitFor();
  await take('shelf');
} finally {
  await browser.close();
  starter.kill('SIGINT');
  await new Promise((resolve) => starter.on('exit', resolve));
}
