import { runsAsCsv } from '../../../../../server/results/runs-table';
import { conditionsIn } from '../../../../../server/results/where';
import { getQuiz } from '../../../../../server/accounts/own-quiz';
import { memberFile } from '../../../../endpoint';
import { download } from '../../../../http';

export const GET = memberFile('GET /api/quizzes/{quiz}/runs.csv', async (member, { quiz }, request) => {
  const { address } = await getQuiz(member, quiz);
  return download(
    runsAsCsv(member, quiz, conditionsIn(new URL(request.url).searchParams.get('where'))),
    'text/csv',
    `${address}-runs.csv`,
  );
});
