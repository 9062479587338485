import { runsAsStatements } from '../../../../../server/results/runs-table';
import { conditionsIn } from '../../../../../server/results/where';
import { getQuiz } from '../../../../../server/accounts/own-quiz';
import { memberFile } from '../../../../endpoint';
import { download } from '../../../../http';

export const GET = memberFile('GET /api/quizzes/{quiz}/runs.xapi.jsonl', async (member, { quiz }, request) => {
  const { address } = await getQuiz(member, quiz);
  const where = conditionsIn(new URL(request.url).searchParams.get('where'));
  return download(runsAsStatements(member, quiz, where), 'application/jsonl', `${address}-runs.xapi.jsonl`);
});
