/** "1 Dec 2026, 14:05" */
export function sayTime(time: string): string {
  return new Date(time).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
}
