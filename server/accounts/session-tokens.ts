/**
 * Keeps the tokens of sessions as hashes, so that whoever reads the database, or a copy of it, cannot sign in with what stands there. The
 * library asks for sessions by token and expects the token back; between it and the database each is hashed on its way in.
 */
import type { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { hashToken } from '../platform/ids';

type Make = ReturnType<typeof drizzleAdapter>;
type Adapter = ReturnType<Make>;
type Row = Record<string, unknown>;
type Where = { field: string; value: unknown };

type Asked = { model: string; where?: Where[]; data?: Row; update?: Row };

const SESSION = 'session';
const hashed = (value: unknown): unknown =>
  typeof value === 'string' ? hashToken(value) : Array.isArray(value) ? value.map(hashed) : value;

/** What is asked for, with hashes in the place of tokens. */
function inHashes<T extends Asked>(asked: T): T {
  if (asked.model !== SESSION) return asked;
  const { where, data, update } = asked;
  const within = (row: Row | undefined) => (row && 'token' in row ? { ...row, token: hashed(row['token']) } : row);
  return {
    ...asked,
    ...(where ? { where: where.map((w) => (w.field === 'token' ? { ...w, value: hashed(w.value) } : w)) } : {}),
    ...(data ? { data: within(data) } : {}),
    ...(update ? { update: within(update) } : {}),
  };
}

/** The tokens that were asked with, by their hashes. */
function tokensIn(asked: Asked): Map<string, string> {
  if (asked.model !== SESSION) return new Map();
  const { where = [], data, update } = asked;
  const given = [...where.filter((w) => w.field === 'token').map((w) => w.value), data?.['token'], update?.['token']];
  const texts = given.flat().filter((value) => typeof value === 'string');
  return new Map(texts.map((token) => [hashToken(token), token]));
}

/** Puts the tokens back that the caller knows already; of other sessions it gets the hashes, by which they can be told apart. */
function withTokens<R>(rows: R, tokens: Map<string, string>): R {
  const one = (row: unknown): unknown => {
    if (typeof row !== 'object' || row === null || !('token' in row)) return row;
    const { token } = row;
    return { ...row, token: typeof token === 'string' ? (tokens.get(token) ?? token) : token };
  };
  // Only a field's text is another; the rows stay of the library's own type.
  return (Array.isArray(rows) ? rows.map(one) : one(rows)) as R;
}

/** A storage of accounts in which no session's token stands as it is. */
export function withHashedSessions(make: Make): Make {
  const wrap = (inner: Adapter): Adapter => {
    return {
      ...inner,
      create: async (asked) => withTokens(await inner.create(inHashes(asked)), tokensIn(asked)),
      findOne: async (asked) => withTokens(await inner.findOne(inHashes(asked)), tokensIn(asked)),
      findMany: async (asked) => withTokens(await inner.findMany(inHashes(asked)), tokensIn(asked)),
      update: async (asked) => withTokens(await inner.update(inHashes(asked)), tokensIn(asked)),
      updateMany: (asked) => inner.updateMany(inHashes(asked)),
      delete: (asked) => inner.delete(inHashes(asked)),
      deleteMany: (asked) => inner.deleteMany(inHashes(asked)),
      count: (asked) => inner.count(inHashes(asked)),
      transaction: (work) => inner.transaction((tx) => work(wrap({ ...inner, ...tx }))),
    };
  };
  return (options: Parameters<Make>[0]) => wrap(make(options));
}
