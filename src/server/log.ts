import pino from 'pino';

/** The server's log, JSON lines on stdout. */
export const log = pino({ name: 'gorge', level: process.env.GORGE_LOG ?? 'info' });
