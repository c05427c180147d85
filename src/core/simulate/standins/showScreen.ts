import type { World } from '../engine/world';
import { SHOWN, type ScreenFrame } from './screen';

/** Fills a picture with what the screen shows of a world just now. */
export function showScreen(world: World, frame: ScreenFrame): void {
  frame.tick = world.tick;
  frame.x.set(world.x);
  frame.y.set(world.y);
  frame.facingX.set(world.facingX);
  frame.facingY.set(world.facingY);
  frame.isFilled.set(world.isFilled);
  frame.state.set(world.state);
  frame.taken.set(world.takenTimes);
  frame.isAlarmed.fill(0);
  frame.shown.fill(SHOWN.gone);
  const { next } = world.live;
  for (let piece = next[0]; piece < world.pieceCount; piece = next[piece + 1]) {
    if (world.alive[piece] === 0) continue;
    frame.isAlarmed[piece] = world.isHunting(piece) ? 1 : 0;
    frame.shown[piece] = world.isIn(piece) ? SHOWN.here : SHOWN.out;
  }
  // The types of the cells are written over as the ground changes: what was seen is kept.
  if (world.groundChanges === 0) frame.typeOfCell = world.level.program.ground.typeOfCell;
  else if (frame.groundChanges !== world.groundChanges) frame.typeOfCell = world.ground.typeOfCell.slice();
  frame.groundChanges = world.groundChanges;
}
