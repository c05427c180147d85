import type { Steering } from './run';
import { CONTROLS, type StandInTraits } from '../people/traits';

/** Who plays under a name: one of those who can play the game, or a control; undefined when there is nobody of that name. */
export function steeringOf(id: string, standIns: readonly StandInTraits[]): Steering | undefined {
  const control = CONTROLS.find((known) => known === id);
  if (control) return { type: 'control', id: control };
  const traits = standIns.find((known) => known.id === id);
  return traits && { type: 'stand-in', traits };
}
