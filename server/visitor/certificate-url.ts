import { addressOf } from '../../db/queries/quizzes';
import type { RunRow } from '../../db/queries/runs';
import { database } from '../platform/database';
import { lastingToken } from '../publishing/keys';

/** Where the certificate of a run is fetched, from its own page. */
export async function certificateUrl({ workspaceId, quizId, runId }: RunRow, block: string): Promise<string> {
  const address = await addressOf(database(), workspaceId, quizId);
  return `/q/${address}/certificate?${new URLSearchParams({ mine: lastingToken(runId), block })}`;
}
