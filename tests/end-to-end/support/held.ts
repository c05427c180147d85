export const SERVER = 'http://127.0.0.1:4410';

const remembering = (items: Record<string, string>) => ({
  cookies: [],
  origins: [{ origin: SERVER, localStorage: Object.entries(items).map(([name, value]) => ({ name, value })) }],
});

/** What a browser remembers in which the Reading is held, and rests on few runs when it goes on. */
export const READING_HELD = remembering({ 'gorge.reading-held': 'held', 'gorge.reading-size': 'quick' });

/** What a browser remembers in which the Reading goes on, and rests on few runs. */
export const READING_RUNS = remembering({ 'gorge.reading-size': 'quick' });
