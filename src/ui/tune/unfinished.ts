/** What can be gone on with after its page was left: all that is asked of one version of the level. */
export type UnfinishedPart = 'sweep' | 'solve' | 'matter';

export interface Asked {
  part: UnfinishedPart;
  /** As it was asked. */
  request: unknown;
}

/** What was asked of a level and is not answered yet, in this browser; runs that were made of it are kept elsewhere. */
export class Unfinished {
  private readonly key: string;

  constructor(
    gameId: string,
    levelId: string,
    private readonly storage: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>,
  ) {
    this.key = `gorge.tune.${gameId}.${levelId}`;
  }

  /** What cannot be read counts as nothing. */
  load(): Asked | undefined {
    try {
      const kept: unknown = JSON.parse(this.storage.getItem(this.key) ?? 'null');
      return isAsked(kept) ? kept : undefined;
    } catch {
      return undefined;
    }
  }

  note(asked: Asked): void {
    try {
      this.storage.setItem(this.key, JSON.stringify(asked));
    } catch {
      // Without room it cannot be gone on with; nothing else is lost.
    }
  }

  forget(part: UnfinishedPart): void {
    if (this.load()?.part === part) this.storage.removeItem(this.key);
  }
}

function isAsked(value: unknown): value is Asked {
  if (typeof value !== 'object' || value === null || !('part' in value) || !('request' in value)) return false;
  const { part, request } = value;
  if (part === 'matter') return typeof request === 'string';
  if (part === 'solve') return isListOf(request, ({ name }) => typeof name === 'string');
  if (part !== 'sweep' || typeof request !== 'object' || request === null) return false;
  const { swept, standIns, runs } = request as Record<string, unknown>;
  return (
    isListOf(swept, ({ name, values }) => typeof name === 'string' && Array.isArray(values)) &&
    Array.isArray(standIns) &&
    typeof runs === 'number'
  );
}

function isListOf(value: unknown, isSound: (one: Record<string, unknown>) => boolean): boolean {
  return (
    Array.isArray(value) &&
    value.every((one) => typeof one === 'object' && one !== null && isSound(one as Record<string, unknown>))
  );
}
