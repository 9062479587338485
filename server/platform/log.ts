import pino from 'pino';

/** The log of the server: JSON lines on standard error. Nothing of what visitors answer goes in. */
export const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' }, pino.destination(2));

type DatabaseError = { code?: string; table?: string; constraint?: string; routine?: string };

/**
 * What may be told of an error. A database's own words, and those of the query builder, hold the values that were written: answers, names,
 * addresses. Of them only the code and where it happened are kept.
 */
export function errorForLog(error: unknown): Record<string, unknown> {
  if (!(error instanceof Error)) return { error: 'something that is no error was thrown' };
  const cause = error.cause instanceof Error ? error.cause : error;
  const { code, table, constraint, routine } = cause as DatabaseError;
  const ofDatabase = code !== undefined || 'query' in error || 'params' in error;
  const frames = (error.stack ?? '').split('\n').filter((line) => line.startsWith('    at '));
  return {
    name: cause.name,
    ...(ofDatabase ? { code, table, constraint, routine } : { message: error.message }),
    stack: frames.slice(0, 12).join('\n'),
  };
}

export const logFailure = (what: string, error: unknown): void => log.error(errorForLog(error), `${what} failed`);
