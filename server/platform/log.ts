import { textOf } from '../../core/values/unknown';
import pino from 'pino';
import { requestContext } from './request-log';
import { setting, settings } from './settings';

/** Made before the settings are checked: a wrong level ends the start a moment later, with a line of its own. */
const logLevel = () => (settings.LOG_LEVEL.isRight(setting('LOG_LEVEL')) ? setting('LOG_LEVEL') : 'warn');

/**
 * The log of the server: JSON lines on standard error, each with the request that it is about. Nothing of what visitors answer goes in. At
 * level `debug` it tells the way of each request: its statements, and what came of it.
 */
export const log = pino({ level: logLevel(), mixin: () => ({ ...requestContext() }) }, pino.destination(2));

/** The words of a statement, without what was put into it. */
export const logStatement = (statement: string): void => log.debug({ statement: statement.slice(0, 200) }, 'statement');

/**
 * What may be told of an error. A database's own words, and those of the query builder, hold the values that were written: answers, names,
 * addresses. Of them only the code and where it happened are kept.
 */
export function errorForLog(error: unknown): Record<string, unknown> {
  if (!(error instanceof Error)) return { error: 'something that is no error was thrown' };
  const cause = error.cause instanceof Error ? error.cause : error;
  const [code, table, constraint, routine] = ['code', 'table', 'constraint', 'routine'].map((name) =>
    textOf(cause, name),
  );
  const ofDatabase = code !== undefined || 'query' in error || 'params' in error;
  const frames = (error.stack ?? '').split('\n').filter((line) => line.startsWith('    at '));
  return {
    name: cause.name,
    ...(ofDatabase ? { code, table, constraint, routine } : { message: error.message }),
    stack: frames.slice(0, 12).join('\n'),
  };
}

export const logFailure = (what: string, error: unknown): void => log.error(errorForLog(error), `${what} failed`);
