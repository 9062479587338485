import { runsAsSheet } from '../../../../../server/results/runs-table';
import { conditionsIn } from '../../../../../server/results/where';
import { getQuiz } from '../../../../../server/accounts/own-quiz';
import { memberFile } from '../../../../endpoint';
import { downloadBytes, SHEET } from '../../../../http';

export const GET = memberFile('GET /api/quizzes/{quiz}/runs.xlsx', async (member, { quiz }, request) => {
  const { address } = await getQuiz(member, quiz);
  return downloadBytes(
    await runsAsSheet(member, quiz, conditionsIn(new URL(request.url).searchParams.get('where'))),
    SHEET,
    `${address}-runs.xlsx`,
  );
});
