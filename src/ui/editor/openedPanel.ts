import { kindOf, type GameDocument } from '@/core/index';

/** What stands open beside the arena, or in its place: a text, a list of the game, or a whole view. */
export type OpenPanel =
  | { type: 'script' | 'bench'; id: string }
  | { type: 'cues' }
  | { type: 'tune' }
  | { type: 'cast'; kind?: string }
  | { type: 'notes'; at?: readonly [number, number] }
  | { type: 'ground' | 'contacts' | 'level' | 'checks' | 'build' | 'parts' };

const PLAIN = ['ground', 'contacts', 'level', 'checks', 'build', 'parts', 'notes'] as const;

/** As it stands behind `open=` in the address; undefined for nothing, and for views whose path says it. */
export function writeOpened(open: OpenPanel | undefined): string | undefined {
  if (!open || open.type === 'cues' || open.type === 'tune') return undefined;
  if (open.type === 'script' || open.type === 'bench') return `${open.type}:${open.id}`;
  return open.type === 'cast' && open.kind !== undefined ? `cast:${open.kind}` : open.type;
}

/** The opposite; undefined for what is not, or no more, in the game. */
export function readOpened(written: string | null, game: GameDocument): OpenPanel | undefined {
  if (written === null) return undefined;
  const [type, id] = written.split(/:(.*)/s);
  if (type === 'script' || type === 'bench')
    return game.scripts.some((script) => script.id === id) ? { type, id } : undefined;
  if (type === 'cast') return id !== undefined && kindOf(game, id) ? { type, kind: id } : { type };
  const plain = PLAIN.find((own) => own === type);
  return plain && { type: plain };
}

/** The address of a level with what stands open; everything else that the address asks for stays. */
export function addressOfOpened(levelAddress: string, search: string, open: OpenPanel | undefined): string {
  const asked = new URLSearchParams(search);
  const written = writeOpened(open);
  if (written === undefined) asked.delete('open');
  else asked.set('open', written);
  const path = open?.type === 'cues' || open?.type === 'tune' ? `${levelAddress}/${open.type}` : levelAddress;
  return asked.size > 0 ? `${path}?${asked.toString()}` : path;
}
