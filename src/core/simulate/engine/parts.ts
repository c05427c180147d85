import { partPlace } from '../../arena/partPlace';
import type { World } from './world';

/** Puts every part where the body that it is fixed to now is; one whose body has come there at once does so too. */
export function placeParts(world: World): void {
  const { parts } = world.level;
  for (let index = 0; index < parts.length; index++) {
    const part = parts[index];
    if (world.alive[part] === 0) continue;
    placePart(world, part);
    if (world.hasJumped(world.level.partOf[part])) world.noteJump(part);
  }
}

/** Puts a part to its body; one that looks about by itself keeps its facing. */
export function placePart(world: World, part: number): void {
  const { program, brainOfPiece } = world.level;
  const own = program.pieces[part];
  const lead = own.partOf;
  const body = { x: world.x[lead], y: world.y[lead], facingX: world.facingX[lead], facingY: world.facingY[lead] };
  [world.x[part], world.y[part]] = partPlace(own, body, program.isSideView);
  if (brainOfPiece[part] >= 0) return;
  world.facingX[part] = body.facingX;
  world.facingY[part] = body.facingY;
}
