import type { Piece } from '@/core/index';
import { toScreen, type Camera } from '../../canvas/camera';

export const CARD_WIDTH = 284;
const CARD_HEIGHT = 296;

/** Puts the card where it hides the fewest pieces and waypoints, near its piece and inside the view. */
export function placeCard(
  piece: Piece,
  pieces: readonly Piece[],
  camera: Camera,
  width: number,
  height: number,
): { left: number; top: number } {
  const middle = toScreen(camera, piece.at[0], piece.at[1]);
  const gap = camera.scale * 0.9 + 10;
  const candidates = [
    { left: middle.x + gap, top: middle.y - CARD_HEIGHT / 3 },
    { left: middle.x - gap - CARD_WIDTH, top: middle.y - CARD_HEIGHT / 3 },
    { left: middle.x - CARD_WIDTH / 2, top: middle.y + gap },
    { left: middle.x - CARD_WIDTH / 2, top: middle.y - gap - CARD_HEIGHT },
    { left: width - CARD_WIDTH - 10, top: 56 },
    { left: 10, top: height - CARD_HEIGHT - 40 },
    { left: width - CARD_WIDTH - 10, top: height - CARD_HEIGHT - 40 },
    { left: 10, top: 56 },
  ].map(({ left, top }) => ({
    left: clamp(left, 8, width - CARD_WIDTH - 8),
    top: clamp(top, 54, height - CARD_HEIGHT - 36),
  }));
  const own = [piece.at, ...(piece.route ?? [])].map(([x, y]) => ({ ...toScreen(camera, x, y), weight: 3 }));
  const others = pieces.map(({ at: [x, y] }) => ({ ...toScreen(camera, x, y), weight: 1 }));
  const hidden = (spot: { left: number; top: number }) =>
    [...own, ...others].reduce(
      (sum, { x, y, weight }) =>
        sum +
        (x > spot.left - 14 && x < spot.left + CARD_WIDTH + 14 && y > spot.top - 14 && y < spot.top + CARD_HEIGHT + 14
          ? weight
          : 0),
      0,
    );
  return candidates.reduce((best, spot) => (hidden(spot) < hidden(best) ? spot : best));
}

function clamp(value: number, low: number, high: number): number {
  return Math.max(low, Math.min(Math.max(low, high), value));
}
