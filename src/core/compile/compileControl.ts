import { gunOf, throwsByItsOwnKey, type Control } from '../document/controlShape';
import { cosDegrees, sinDegrees } from '../foundation/exactMath';
import { ticksOf } from './ticksOf';
import type { ControlProgram, GunProgram } from './levelProgram';

/** Where the shots of a player stand among the pieces. */
export interface ShotPlaces {
  firstShot: number;
  shotCount: number;
}

const MOST_SHOTS = 64;

/** How many shots of a player can be under way at once; 0 for schemes that do not fire. */
export function countShots(control: Control): number {
  const gun = gunOf(control);
  if (!gun) return 0;
  const flightSeconds = gun.blow ?? gun.range / gun.shotSpeed;
  return Math.min(MOST_SHOTS, Math.ceil(flightSeconds / Math.max(0.02, gun.cooldown)) + 2);
}

/** What the player fires, in cells and ticks. */
export function compileGun(control: Control, ticksPerSecond: number, shots: ShotPlaces): GunProgram | undefined {
  const gun = gunOf(control);
  return (
    gun && {
      aimX: typeof gun.aim === 'number' ? cosDegrees(gun.aim) : 0,
      aimY: typeof gun.aim === 'number' ? sinDegrees(gun.aim) : 0,
      aimsAtPoint: gun.aim === 'pointer',
      hasOwnKey: throwsByItsOwnKey(control.scheme),
      blowTicks: gun.blow === undefined ? 0 : Math.max(1, ticksOf(gun.blow, ticksPerSecond)),
      shotStep: gun.shotSpeed / ticksPerSecond,
      range: gun.range,
      cooldownTicks: Math.max(1, ticksOf(gun.cooldown, ticksPerSecond)),
      chargeTicks: ticksOf(gun.charge, ticksPerSecond),
      ammunition: gun.ammunition ?? -1,
      ...shots,
    }
  );
}

/** A control scheme in cells and ticks. */
export function compileControl(
  control: Control,
  ticksPerSecond: number,
  { gravity, floats }: { gravity: number; floats: boolean },
): ControlProgram {
  const step = control.speed / ticksPerSecond;
  switch (control.scheme) {
    case 'eight ways':
      return { scheme: control.scheme, step, evenDiagonals: control.evenDiagonals };
    case 'four ways':
      return { scheme: control.scheme, step, cornering: control.cornering };
    case 'one cell a press':
    case 'slide until blocked':
      return { scheme: control.scheme, step, bufferTicks: ticksOf(control.pressBuffer ?? 0, ticksPerSecond) };
    case 'steer to a point':
      return { scheme: control.scheme, step, goesOn: control.goesOn ?? false, mindsGround: !floats };
    case 'flap':
      return {
        scheme: control.scheme,
        step,
        lift: control.lift / ticksPerSecond,
        gravity,
        mostFall: control.mostFall / ticksPerSecond,
      };
    case 'run and jump':
      return {
        scheme: control.scheme,
        step,
        jump: control.jump / ticksPerSecond,
        jumps: control.jumps,
        gravity,
        mostFall: control.mostFall / ticksPerSecond,
        coyoteTicks: ticksOf(control.coyote, ticksPerSecond),
        bufferTicks: ticksOf(control.jumpBuffer, ticksPerSecond),
      };
    case 'along a rail':
      return {
        scheme: control.scheme,
        step,
        isAcross: control.rail === 'across',
      };
  }
}
