import { and, eq } from 'drizzle-orm';
import type { Db } from '../client';
import { addresses, certificates, runs } from '../schema';
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
  const rows = await db
    .select({ blockId: certificates.blockId, run: runColumns })
    .from(addresses)
    .innerJoin(
      certificates,
      and(
        eq(certificates.workspaceId, addresses.workspaceId),
        eq(certificates.quizId, addresses.quizId),
        eq(certificates.number, number),
      ),
    )
    .innerJoin(runs, and(eq(runs.workspaceId, certificates.workspaceId), eq(runs.runId, certificates.runId)))
    .where(eq(addresses.address, address));
  return rows[0];
}
