/** Keys for programs, and what was answered to what they may send twice. */
import { and, asc, eq, isNull, lt } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { keptAnswers, members, tokens, user, workspaces } from '../schema';
import { membershipColumns } from './members';

export type TokenRow = typeof tokens.$inferSelect;
export type KeptAnswer = typeof keptAnswers.$inferSelect;

const its = (workspaceId: string, tokenId: string) =>
  and(eq(tokens.workspaceId, workspaceId), eq(tokens.tokenId, tokenId));

export const tokensOf = (db: Db | Tx, workspaceId: string): Promise<TokenRow[]> =>
  db.select().from(tokens).where(eq(tokens.workspaceId, workspaceId)).orderBy(asc(tokens.madeAt), asc(tokens.tokenId));
export async function insertToken(db: Db, row: typeof tokens.$inferInsert): Promise<void> {
  await db.insert(tokens).values(row);
}
export const deleteToken = async (db: Db, workspaceId: string, tokenId: string): Promise<boolean> =>
  (await db.delete(tokens).where(its(workspaceId, tokenId)).returning({ id: tokens.tokenId })).length === 1;
export async function noteUse(db: Db, { workspaceId, tokenId }: TokenRow, at: Date): Promise<void> {
  await db.update(tokens).set({ usedAt: at }).where(its(workspaceId, tokenId));
}

/** A token, with the place in the workspace of whoever made it; undefined where they are not there any more. */
export async function tokenWithMaker(db: Db, workspaceId: string, tokenId: string) {
  const rows = await db
    .select({
      token: tokens,
      member: membershipColumns,
    })
    .from(tokens)
    .innerJoin(members, and(eq(members.workspaceId, tokens.workspaceId), eq(members.userId, tokens.madeBy)))
    .innerJoin(workspaces, eq(workspaces.workspaceId, tokens.workspaceId))
    .innerJoin(user, eq(user.id, members.userId))
    .where(its(workspaceId, tokenId));
  return rows[0];
}

const kept = ({ workspaceId, tokenId, key }: Pick<KeptAnswer, 'workspaceId' | 'tokenId' | 'key'>) =>
  and(eq(keptAnswers.workspaceId, workspaceId), eq(keptAnswers.tokenId, tokenId), eq(keptAnswers.key, key));

/**
 * Says that a request is being answered. One whose answer never came, since its process ended, gives way after a while.
 * @returns null where it is this one's turn, else what stands there
 */
export async function beginAnswer(
  db: Db,
  row: Pick<KeptAnswer, 'workspaceId' | 'tokenId' | 'key' | 'request' | 'at'>,
  givenUp: Date,
): Promise<KeptAnswer | null> {
  const begun = await db
    .insert(keptAnswers)
    .values(row)
    .onConflictDoUpdate({
      target: [keptAnswers.workspaceId, keptAnswers.tokenId, keptAnswers.key],
      set: { at: row.at },
      setWhere: and(isNull(keptAnswers.status), lt(keptAnswers.at, givenUp), eq(keptAnswers.request, row.request)),
    })
    .returning({ key: keptAnswers.key });
  if (begun.length > 0) return null;
  return (await db.select().from(keptAnswers).where(kept(row)))[0] ?? null;
}
export async function keepAnswer(
  db: Db,
  row: Pick<KeptAnswer, 'workspaceId' | 'tokenId' | 'key' | 'status' | 'answer'>,
): Promise<void> {
  await db.update(keptAnswers).set({ status: row.status, answer: row.answer }).where(kept(row));
}
/** Lets a request be sent again that was not done. */
export async function forgetAnswer(db: Db, row: Pick<KeptAnswer, 'workspaceId' | 'tokenId' | 'key'>): Promise<void> {
  await db.delete(keptAnswers).where(kept(row));
}
export async function sweepAnswers(db: Db, before: Date): Promise<void> {
  await db.delete(keptAnswers).where(lt(keptAnswers.at, before));
}
