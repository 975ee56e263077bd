/** Structured logs, one JSON object a line. */
import pino from 'pino';

export const log = pino({ level: process.env.LOG_LEVEL ?? 'info' });
