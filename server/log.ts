import pino from 'pino';

/** The log of the server: JSON lines on standard error. Nothing of what visitors answer goes in. */
export const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' }, pino.destination(2));
