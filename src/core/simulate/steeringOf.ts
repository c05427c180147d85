import type { Steering } from './run';
import { CONTROLS, STAND_INS } from './standins/traits';

/** Who plays under a name: one of the stand-ins that ship, or a control; undefined when there is nobody of that name. */
export function steeringOf(id: string): Steering | undefined {
  const control = CONTROLS.find((known) => known === id);
  if (control) return { type: 'control', id: control };
  const traits = STAND_INS.find((known) => known.id === id);
  return traits && { type: 'stand-in', traits };
}
