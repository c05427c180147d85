import type { MachineInfo, MachinesReply } from '@/server/contracts/machines';

/** How a machine stands, in words. */
export function sayState({ isThere, isSameVersion, silentSeconds, busy }: MachineInfo): string {
  if (!isThere) return `silent for ${sayLength(silentSeconds)}; its work is given to others`;
  if (!isSameVersion) return 'given no work: another version';
  return busy > 0 ? 'at work' : 'waits for work';
}

/** What is left, and how long it takes as fast as it goes now. */
export function sayLeft({ runsLeft, runsASecond }: Pick<MachinesReply, 'runsLeft' | 'runsASecond'>): string {
  if (runsLeft === 0) return 'Nothing is left to do.';
  const left = `${runsLeft.toLocaleString('en')} runs are left`;
  return runsASecond < 0.5 ? `${left}.` : `${left}: about ${sayLength(runsLeft / runsASecond)} as it goes now.`;
}

/** "40 s", "12 min", "3.5 h" */
export function sayLength(seconds: number): string {
  if (seconds < 100) return `${Math.round(seconds)} s`;
  if (seconds < 6000) return `${Math.round(seconds / 60)} min`;
  return `${(seconds / 3600).toFixed(1)} h`;
}
