import { and, desc, eq, like, sql } from 'drizzle-orm';
import type { Db, Tx } from '../client';
import { pictures } from '../schema';

export type PictureRow = Pick<typeof pictures.$inferSelect, 'type' | 'bytes'>;

export async function insertPicture(db: Db, row: typeof pictures.$inferInsert): Promise<void> {
  await db.insert(pictures).values(row);
}

export async function findPicture(db: Db, workspaceId: string, pictureId: string): Promise<PictureRow | undefined> {
  const [row] = await db
    .select({ type: pictures.type, bytes: pictures.bytes })
    .from(pictures)
    .where(and(eq(pictures.workspaceId, workspaceId), eq(pictures.pictureId, pictureId)));
  return row;
}

/** Ids of the newest pictures, recordings aside. */
export const newestPictures = (db: Db, workspaceId: string, most: number): Promise<{ pictureId: string }[]> =>
  db
    .select({ pictureId: pictures.pictureId })
    .from(pictures)
    .where(and(eq(pictures.workspaceId, workspaceId), like(pictures.type, 'image/%')))
    .orderBy(desc(pictures.addedAt), desc(pictures.pictureId))
    .limit(most);

/** Puts pictures of one workspace into another one as well, under the same ids; those that are there already stay. */
export async function copyPictures(tx: Tx, from: string, to: string, ids: string[]): Promise<void> {
  if (ids.length === 0) return;
  await tx.execute(sql`
    insert into pictures (workspace_id, picture_id, type, width, height, bytes, added_at)
    select ${to}, picture_id, type, width, height, bytes, now() from pictures
    where workspace_id = ${from} and picture_id in (select jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb))
    on conflict do nothing`);
}
