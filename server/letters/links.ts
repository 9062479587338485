/** Addresses that stand in letters to a visitor: of their result, their certificate, the quiz. */
import type { Beside } from '../../core/flow/result';
import type { Quiz } from '../../core/schema/quiz';
import type { Db, Tx } from '../../db/client';
import { addressOf } from '../../db/queries/quizzes';
import type { RunRow } from '../../db/queries/runs';
import { readConfig } from '../platform/config';
import { lastingToken } from '../publishing/keys';

/** What is known of a run beside what was sent. @param now when it finishes, where it does just now */
export async function besideRun(db: Db | Tx, quiz: Quiz, row: RunRow, now: Date): Promise<Beside> {
  const address = await addressOf(db, row.workspaceId, row.quizId);
  const place = `${readConfig().publicUrl}/q/${address}`;
  const mine = new URLSearchParams({ mine: lastingToken(row.runId) });
  const certificate = quiz.pages.flatMap((page) => page.blocks).find((block) => block.kind === 'certificate');
  return {
    day: (row.finishedAt ?? now).toISOString().slice(0, 10),
    edition: row.edition,
    links: {
      quiz: place,
      result: `${place}?${mine}`,
      // The same: whoever has not finished stands where they stopped.
      goOn: `${place}?${mine}`,
      ...(certificate ? { certificate: `${place}/certificate?${mine}&block=${certificate.id}` } : {}),
    },
  };
}
