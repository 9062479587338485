/** Addresses that stand in letters to a visitor: of their result, their certificate, the quiz. */
import { LRUCache } from 'lru-cache';
import { type Beside, resultOf } from '../../core/flow/result';
import type { ReadBy } from '../../core/stats/rescoring';
import { percentOn, standingAmong, standingsToldIn } from '../../core/stats/standings';
import { spreadOn } from '../../db/queries/figures';
import type { Db, Tx } from '../../db/client';
import { addressOf } from '../../db/queries/quizzes';
import type { RunRow } from '../../db/queries/runs';
import { readConfig } from '../platform/config';
import { lastingToken } from '../publishing/keys';

const KEPT = 10_000;
/** How runs of a quiz lie on a scale, by its workspace, id and scale. */
const spreads = new LRUCache<string, Map<number, number>>({ max: 500, ttl: KEPT });

/** How a run stands among all who finished, on each scale on which the quiz tells. */
async function standingsOf(
  db: Db | Tx,
  { quiz, run }: ReadBy,
  { workspaceId, quizId }: RunRow,
): Promise<Pick<Beside, 'standings'>> {
  const told = run.finished ? standingsToldIn(quiz) : [];
  if (told.length === 0) return {};
  const result = resultOf(quiz, run);
  const standings: Record<string, number> = {};
  for (const of of told) {
    const key = `${workspaceId} ${quizId} ${of}`;
    const spread = spreads.get(key) ?? (await spreadOn(db, workspaceId, quizId, `stands ${of} `));
    const standing = standingAmong(percentOn(result, of), spread);
    if (standing === null) continue;
    spreads.set(key, spread);
    standings[of] = standing;
  }
  return { standings };
}

/** What is known of a run beside what was sent. @param now when it finishes, where it does just now */
export async function besideRun(db: Db | Tx, { quiz, run }: ReadBy, row: RunRow, now: Date): Promise<Beside> {
  const address = await addressOf(db, row.workspaceId, row.quizId);
  const place = `${readConfig().publicUrl}/q/${address}`;
  const mine = new URLSearchParams({ mine: lastingToken(row.runId) });
  const certificate = quiz.pages.flatMap((page) => page.blocks).find((block) => block.kind === 'certificate');
  return {
    day: (row.finishedAt ?? now).toISOString().slice(0, 10),
    edition: row.edition,
    ...(await standingsOf(db, { quiz, run }, row)),
    links: {
      quiz: place,
      result: `${place}?${mine}`,
      // The same: whoever has not finished stands where they stopped.
      goOn: `${place}?${mine}`,
      ...(certificate ? { certificate: `${place}/certificate?${mine}&block=${certificate.id}` } : {}),
    },
  };
}
