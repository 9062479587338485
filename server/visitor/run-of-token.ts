import { type RunWithEvents, runAt, runByToken } from '../../db/queries/runs';
import { database } from '../platform/database';
import { hashToken } from '../platform/ids';
import { runOfLasting } from '../publishing/keys';

/** The run that a visitor speaks of, at this address only: by the token that their browser made, or by the one in letters to them. */
export function runOfToken(address: string, token: string): Promise<RunWithEvents | undefined> {
  const runId = runOfLasting(token);
  return runId === null ? runByToken(database(), address, hashToken(token)) : runAt(database(), address, runId);
}
