import type { SaveInfo } from '@/server/contracts/history';

export function sayTime({ savedAt }: SaveInfo): string {
  return new Date(savedAt).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit' });
}

export function sayDay({ savedAt }: SaveInfo): string {
  return new Date(savedAt).toLocaleDateString('en-GB', {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
  });
}

const ORIGINS: Record<SaveInfo['origin'], string> = {
  edit: '',
  import: 'from a file',
  restore: 'an earlier version again',
  merge: 'two sides merged',
  aside: 'set aside, never current',
};

/** How a version came to be where it was not by an edit; empty for edits. */
export function sayOrigin({ origin }: SaveInfo): string {
  return ORIGINS[origin];
}

/** Versions in the order that they have, cut where the day changes. */
export function splitIntoDays(saves: readonly SaveInfo[]): SaveInfo[][] {
  const days: SaveInfo[][] = [];
  for (const save of saves) {
    const day = days.at(-1);
    if (day && sayDay(day[0]) === sayDay(save)) day.push(save);
    else days.push([save]);
  }
  return days;
}

/** What a version is called: by its name, or by when it was saved. */
export function nameOfSave(save: SaveInfo): string {
  return save.name ?? `${sayDay(save)}, ${sayTime(save)}${save.isCurrent ? ' (as saved now)' : ''}`;
}
