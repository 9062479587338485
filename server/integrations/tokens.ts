/** Programs that ask in place of a person: by a token of the workspace, for what it may do. */
import { createHash, randomBytes } from 'node:crypto';
import type { AnswerOf, BodyOf } from '../../contract';
import type { Tokens } from '../../contract/connections';
import type { Scope } from '../../core/connections/scopes';
import { membersOf, type Membership } from '../../db/queries/members';
import {
  beginAnswer,
  deleteToken,
  forgetAnswer,
  insertToken,
  keepAnswer,
  noteUse,
  sweepAnswers,
  tokensOf,
  tokenWithMaker,
} from '../../db/queries/tokens';
import { requireOwner } from '../accounts/authorise';
import { database } from '../platform/database';
import { HttpError, notFound } from '../platform/http-error';
import { hashToken, newId } from '../platform/ids';
import { isSameText } from '../platform/keyed-hash';
import { takeOne } from '../platform/rates';

const MOST = 50;
const DAY = 86_400_000;
/** Milliseconds between two notes that a token was used. */
const USE = 60_000;
/** Milliseconds after which a request that was never answered may be sent again. */
const ANSWERING = 60_000;

export async function listTokens(member: Membership): Promise<Tokens> {
  requireOwner(member);
  const { workspaceId } = member;
  const [rows, people] = await Promise.all([tokensOf(database(), workspaceId), membersOf(database(), workspaceId)]);
  return {
    tokens: rows.map(({ tokenId: id, name, scopes, madeAt, madeBy, usedAt, endsAt }) => {
      const maker = people.find(({ userId }) => userId === madeBy);
      return {
        ...{ id, name, scopes, by: maker?.name ?? '', madeAt: madeAt.toISOString() },
        usedAt: usedAt?.toISOString() ?? null,
        endsAt: endsAt?.toISOString() ?? null,
        isOrphan: maker === undefined,
      };
    }),
  };
}

/** Makes a token. It is kept as a hash: nobody sees it again. */
export async function makeToken(
  member: Membership,
  { name, scopes, days }: BodyOf<'POST /api/tokens'>,
  now = new Date(),
): Promise<AnswerOf<'POST /api/tokens'>> {
  requireOwner(member);
  const { workspaceId, userId } = member;
  if ((await tokensOf(database(), workspaceId)).length >= MOST)
    throw new HttpError(409, 'too-many', `${MOST} tokens are here already. Take one back first.`);
  const tokenId = newId('t', 12);
  const secret = randomBytes(32).toString('base64url');
  const endsAt = days === null ? null : new Date(now.getTime() + days * DAY);
  const row = { workspaceId, tokenId, name: name.trim() || 'A token', scopes, hash: hashToken(secret), endsAt };
  await insertToken(database(), { ...row, madeAt: now, madeBy: userId });
  return { token: `ym.${workspaceId}.${tokenId}.${secret}`, ...(await listTokens(member)) };
}

export async function takeTokenBack(member: Membership, tokenId: string): Promise<Tokens> {
  requireOwner(member);
  if (!(await deleteToken(database(), member.workspaceId, tokenId))) throw notFound('This token');
  return listTokens(member);
}

/** A program that asks: what it may do as a member, and the token that it asks by. */
export type Program = { member: Membership; tokenId: string };

/**
 * Who asks by a token.
 * @param scope what is asked for; null where it is not open to programs
 * @throws HttpError 401 where the token is none, 403 where it may not, 429 where it was too much at once
 */
export async function programOf(bearer: string, scope: Scope | null, now = new Date()): Promise<Program> {
  const [mark = '', workspaceId = '', tokenId = '', secret = ''] = bearer.slice(0, 300).split('.');
  const found = mark === 'ym' ? await tokenWithMaker(database(), workspaceId, tokenId) : undefined;
  if (!found || !isSameText(found.token.hash, hashToken(secret)))
    throw new HttpError(401, 'no-token', 'This token is not known here. It may have been taken back.');
  const { token, member } = found;
  if (token.endsAt && token.endsAt <= now) throw new HttpError(401, 'token-ended', 'This token has ended.');
  const wait = takeOne('token', tokenId, now.getTime());
  if (wait > 0)
    throw new HttpError(429, 'too-fast', 'That was too much at once. Please try again later.', undefined, wait);
  if (scope === null) throw new HttpError(403, 'people-only', 'This is for people who have signed in, and no token.');
  if (!token.scopes.includes(scope))
    throw new HttpError(403, 'no-scope', `This token may not do that: it has no scope ${scope}.`, { scope });
  if (!token.usedAt || now.getTime() - token.usedAt.getTime() > USE) await noteUse(database(), token, now);
  return { member, tokenId };
}

type Once = { method: string; url: string; body: string };
/**
 * Does what a program asks under a key once, and answers the same again (draft-ietf-httpapi-idempotency-key-header). What went wrong on
 * our side is forgotten, so that it can be sent again.
 * @throws HttpError 409 while the first one is being answered, 422 where the key was another request's
 */
export async function once(
  { member: { workspaceId }, tokenId }: Program,
  key: string,
  { method, url, body }: Once,
  work: () => Promise<Response>,
  now = new Date(),
): Promise<Response> {
  if (!/^[\x21-\x7e]{1,200}$/.test(key))
    throw new HttpError(400, 'not-valid', 'Idempotency-Key: up to 200 letters, digits and signs are expected.');
  const request = createHash('sha256')
    .update(JSON.stringify([method, url, body]))
    .digest('base64url');
  const row = { workspaceId, tokenId, key, request, at: now };
  const there = await beginAnswer(database(), row, new Date(now.getTime() - ANSWERING));
  if (there) {
    if (there.request !== request)
      throw new HttpError(422, 'key-used', 'This Idempotency-Key was sent with another request. Nothing was done.');
    if (there.status === null)
      throw new HttpError(409, 'answering', 'The same request is being answered.', undefined, 1);
    return new Response(there.answer, {
      status: there.status,
      headers: {
        'Content-Type': there.status < 400 ? 'application/json' : 'application/problem+json',
        'Cache-Control': 'no-store',
      },
    });
  }
  const response = await work();
  const { status } = response;
  if (status >= 500 || status === 429) await forgetAnswer(database(), row);
  else await keepAnswer(database(), { ...row, status, answer: await response.clone().text() });
  return response;
}

export const sweepKeys = (now = new Date()): Promise<void> => sweepAnswers(database(), new Date(now.getTime() - DAY));
