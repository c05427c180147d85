import type { Piece } from '@/core/index';
import { toScreen, type Camera } from '../../canvas/camera';

export const CARD_WIDTH = 284;
/** Reckoned with until the card has been measured. */
export const USUAL_CARD_HEIGHT = 296;
/** The foot of the arena, which the card stays clear of. */
export const FOOT_HEIGHT = 36;

/** Puts the card where it hides the fewest pieces and waypoints, near its piece and inside the view. */
export function placeCard(
  piece: Piece,
  pieces: readonly Piece[],
  camera: Camera,
  width: number,
  height: number,
  cardHeight: number,
): { left: number; top: number } {
  const middle = toScreen(camera, piece.at[0], piece.at[1]);
  const gap = camera.scale * 0.9 + 10;
  const candidates = [
    { left: middle.x + gap, top: middle.y - cardHeight / 3 },
    { left: middle.x - gap - CARD_WIDTH, top: middle.y - cardHeight / 3 },
    { left: middle.x - CARD_WIDTH / 2, top: middle.y + gap },
    { left: middle.x - CARD_WIDTH / 2, top: middle.y - gap - cardHeight },
    { left: width - CARD_WIDTH - 10, top: 56 },
    { left: 10, top: height - cardHeight - 40 },
    { left: width - CARD_WIDTH - 10, top: height - cardHeight - 40 },
    { left: 10, top: 56 },
  ].map(({ left, top }) => ({
    left: clamp(left, 8, width - CARD_WIDTH - 8),
    top: clamp(top, 54, height - cardHeight - FOOT_HEIGHT),
  }));
  const own = [piece.at, ...(piece.route ?? [])].map(([x, y]) => ({ ...toScreen(camera, x, y), weight: 3 }));
  const others = pieces
    .map(({ at: [x, y] }) => ({ ...toScreen(camera, x, y), weight: 1 }))
    .filter(({ x, y }) => x > -14 && y > -14 && x < width + 14 && y < height + 14);
  const hidden = (spot: { left: number; top: number }) =>
    [...own, ...others].reduce(
      (sum, { x, y, weight }) =>
        sum +
        (x > spot.left - 14 && x < spot.left + CARD_WIDTH + 14 && y > spot.top - 14 && y < spot.top + cardHeight + 14
          ? weight
          : 0),
      0,
    );
  const counts = candidates.map(hidden);
  return candidates[counts.indexOf(Math.min(...counts))];
}

function clamp(value: number, low: number, high: number): number {
  return Math.max(low, Math.min(Math.max(low, high), value));
}
