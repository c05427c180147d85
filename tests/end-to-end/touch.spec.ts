import { expect, test, type CDPSession, type Page } from '@playwright/test';
import { nearTheDoor, onScreen, openDesk, savedLevel } from './support/desk';

interface Place {
  x: number;
  y: number;
}

/** Fingers as the browser hears of them. */
class Hand {
  private constructor(private readonly browser: CDPSession) {}

  static async over(page: Page): Promise<Hand> {
    return new Hand(await page.context().newCDPSession(page));
  }

  private tell(type: 'touchStart' | 'touchMove' | 'touchEnd', places: readonly Place[]): Promise<unknown> {
    const touchPoints = places.map(({ x, y }, id) => ({ x, y, id }));
    return this.browser.send('Input.dispatchTouchEvent', { type, touchPoints });
  }

  /** Puts fingers down, moves them in small steps, and lifts them all. */
  async stroke(from: readonly Place[], to: readonly Place[]): Promise<void> {
    const steps = 6;
    // One after the other, as fingers come down.
    for (let count = 1; count <= from.length; count++) await this.tell('touchStart', from.slice(0, count));
    for (let step = 1; step <= steps; step++)
      await this.tell(
        'touchMove',
        from.map(({ x, y }, id) => ({
          x: x + ((to[id].x - x) * step) / steps,
          y: y + ((to[id].y - y) * step) / steps,
        })),
      );
    await this.tell('touchEnd', []);
  }

  /** A pen that is drawn from one place to another. */
  async draw(from: Place, to: Place): Promise<void> {
    const pen = (type: 'mousePressed' | 'mouseMoved' | 'mouseReleased', { x, y }: Place) =>
      this.browser.send('Input.dispatchMouseEvent', {
        ...{ type, x, y, button: 'left', buttons: 1, clickCount: 1, pointerType: 'pen' },
      });
    await pen('mousePressed', from);
    await pen('mouseMoved', { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 });
    await pen('mouseMoved', to);
    await pen('mouseReleased', to);
  }
}

test.describe('by hand on a screen that feels it', () => {
  test.use({ hasTouch: true });

  test('one finger moves a piece and paints, two move and zoom the picture, a pen draws', async ({ page }, info) => {
    const id = await openDesk(page, info, nearTheDoor);
    const hand = await Hand.over(page);
    const at = (x: number, y: number) => onScreen(page, x, y);
    // A finger that comes down beside a piece still means it.
    const { x, y } = await at(10.5, 7.5);
    await hand.stroke([{ x: x + 14, y: y + 6 }], [{ x: x + 14 + (await at(12.5, 7.5)).x - x, y: y + 6 }]);
    expect((await savedLevel(page, id)).pieces.find((piece) => piece.id === 'warden-1')?.at).toEqual([12.5, 7.5]);
    await page.keyboard.press('Escape');

    await page
      .getByRole('toolbar', { name: 'Tools' })
      .getByText(/^Ground/)
      .tap();
    await hand.stroke([await at(4.5, 4.5)], [await at(6.5, 4.5)]);
    const painted = await savedLevel(page, id);
    expect(painted.map[4].slice(4, 7)).toBe('###');

    // The middle stays where it is while everything grows to twice its size: what was one cell away is two away.
    const middle = await at(15, 9);
    const cell = (await at(16, 9)).x - middle.x;
    const aside = (far: number): Place => ({ x: middle.x + far, y: middle.y });
    await hand.stroke([aside(-60), aside(60)], [aside(-120), aside(120)]);
    await hand.stroke(
      [{ x: middle.x + 5 * cell, y: middle.y + cell }],
      [{ x: middle.x + 5 * cell, y: middle.y + cell }],
    );
    const zoomed = await savedLevel(page, id);
    const changed = zoomed.map.flatMap((row, index) =>
      [...row].flatMap((glyph, column) => (glyph === painted.map[index][column] ? [] : [[column, index]])),
    );
    expect(changed).toEqual([[17, 9]]);

    const left = { x: middle.x - 3 * cell, y: middle.y + cell };
    await hand.draw(left, { ...left, x: left.x + 1 });
    expect((await savedLevel(page, id)).map[9][13]).toBe('#');
  });
});

test('a gamepad moves the player of a try as far as the exit', async ({ page }, info) => {
  // The browser has no gamepad; it is asked for one as a page asks, every frame.
  await page.addInitScript(() => {
    const pad = { axes: [0, 0], buttons: Array.from({ length: 16 }, () => ({ pressed: false })) };
    Object.assign(window, { pad });
    navigator.getGamepads = () => [pad as never, null, null, null];
  });
  await openDesk(page, info, (game) => {
    const [level] = game.levels;
    level.map = ['############', '#..........#', '#..........#', '############'];
    level.pieces = [{ ...level.pieces[0], at: [1.5, 1.5] }];
    level.marks = [{ id: 'kiln-door', name: 'Kiln door', area: [9, 1, 2, 2] }];
  });
  await page.getByRole('button', { name: 'Try by hand' }).click();
  const bar = page.getByRole('group', { name: 'Try' });
  await expect(bar).toBeVisible();
  await page.evaluate(() => ((window as unknown as { pad: { axes: number[] } }).pad.axes[0] = 1));
  await expect(page.getByTestId('try-note')).toHaveText(/^Cleared in \d+\.\d\d s$/);
});
