import type { Membership } from '../../db/queries/members';
import { findRunFile } from '../../db/queries/run-files';
import { oneRun } from '../../db/queries/runs';
import { getQuiz } from '../accounts/own-quiz';
import { database } from '../platform/database';
import { notFound } from '../platform/http-error';

/** A file that somebody left in a run of a quiz. @throws HttpError 404 where there is none */
export async function fileOfRun(member: Membership, quizId: string, runId: string, fileId: string) {
  await getQuiz(member, quizId);
  const run = await oneRun(database(), member.workspaceId, quizId, runId);
  const file = run && (await findRunFile(database(), run, fileId));
  if (!file) throw notFound('This file');
  return file;
}
