import { letterDress } from '../../core/flow/letter';
import type { Quiz } from '../../core/schema/quiz';
import { toDoc } from '../../core/text/rich';
import type { Tx } from '../../db/client';
import { insertLetter } from '../../db/queries/letters';
import type { RunRow } from '../../db/queries/runs';
import { enqueueLetter } from '../platform/jobs';
import { letterIdOf } from '../platform/months';
import { leaveUrl } from './unsubscribe';
import { filledIn, letterWords } from './words';

/** Asks whoever reads an address whether it was they who left it; once for each run. */
export async function askToConfirm(
  tx: Tx,
  quiz: Quiz,
  { workspaceId, quizId, runId }: RunRow,
  email: string,
  now: Date,
): Promise<void> {
  const messageId = 'confirm';
  const letterId = letterIdOf({ runId, messageId, recipient: email });
  const words = letterWords(quiz.language);
  const letter = {
    workspaceId,
    letterId,
    quizId,
    runId,
    messageId,
    recipient: email,
    language: quiz.language,
    writtenAt: now,
    subject: words.confirm,
    sheet: {
      blocks: [
        { kind: 'words' as const, text: toDoc(filledIn(words.confirmText, { quiz: quiz.title })) },
        { kind: 'button' as const, text: words.confirmYes, url: `${leaveUrl(workspaceId, letterId)}/confirm` },
      ],
      dress: letterDress(quiz.look),
    },
  };
  if (await insertLetter(tx, letter)) await enqueueLetter(tx, { workspaceId, letterId });
}
