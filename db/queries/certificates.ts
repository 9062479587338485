import { and, eq } from 'drizzle-orm';
import type { Db } from '../client';
import { certificates, runs } from '../schema';
import { placeOf } from './places';
import { type RunWithEvents, runColumns } from './runs';

/** The number of a certificate: the one it was given when it was first fetched. */
export async function numberOf(db: Db, row: typeof certificates.$inferInsert): Promise<string> {
  await db
    .insert(certificates)
    .values(row)
    .onConflictDoNothing({ target: [certificates.workspaceId, certificates.runId, certificates.blockId] });
  const rows = await db
    .select({ number: certificates.number })
    .from(certificates)
    .where(
      and(
        eq(certificates.workspaceId, row.workspaceId),
        eq(certificates.runId, row.runId),
        eq(certificates.blockId, row.blockId),
      ),
    );
  return rows[0]?.number ?? row.number;
}

/** The certificate with a number, of the quiz that an address leads to. */
export async function certificateAt(
  db: Db,
  address: string,
  number: string,
): Promise<{ run: RunWithEvents; blockId: string } | undefined> {
  const place = await placeOf(db, address);
  if (!place) return undefined;
  const rows = await db
    .select({ blockId: certificates.blockId, run: runColumns })
    .from(certificates)
    .innerJoin(runs, and(eq(runs.workspaceId, certificates.workspaceId), eq(runs.runId, certificates.runId)))
    .where(
      and(
        eq(certificates.workspaceId, place.workspaceId),
        eq(certificates.quizId, place.quizId),
        eq(certificates.number, number),
      ),
    );
  return rows[0];
}
