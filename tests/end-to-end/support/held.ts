export const SERVER = 'http://127.0.0.1:4410';

/** What a browser remembers in which the Reading is held. */
export const READING_HELD = {
  cookies: [],
  origins: [{ origin: SERVER, localStorage: [{ name: 'gorge.reading-held', value: 'held' }] }],
};

/** What a browser remembers that is new. */
export const READING_RUNS = { cookies: [], origins: [] };
