import { isRecord, mapEntries } from './looseJson';

/**
 * Version 1 wrote what is fired along a rail beside the rail and could not leave it out; version 2 has one form of throwing for
 * every scheme, and the scheme is named for the rail alone.
 */
export function throwsAlongRails(document: Record<string, unknown>): Record<string, unknown> {
  return mapEntries(document, 'cast', (kind) => {
    const { control } = kind;
    return isRecord(control) && control.scheme === 'rail and fire' ? { ...kind, control: alongRail(control) } : kind;
  });
}

const OF_THE_SHOT = ['shot', 'shotSpeed', 'range', 'cooldown', 'ammunition', 'charge', 'aim'];

function alongRail(control: Record<string, unknown>): Record<string, unknown> {
  const fields = Object.entries(control);
  const throws = fields.filter(([name, value]) => OF_THE_SHOT.includes(name) && !(name === 'charge' && value === 0));
  const rest = fields.filter(([name]) => !OF_THE_SHOT.includes(name));
  return { ...Object.fromEntries(rest), scheme: 'along a rail', throws: Object.fromEntries(throws) };
}
