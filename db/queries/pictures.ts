import { and, eq } from 'drizzle-orm';
import type { Db } from '../client';
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
