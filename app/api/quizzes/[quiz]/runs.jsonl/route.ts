import { runsAsLines } from '../../../../../server/results/runs-table';
import { getQuiz } from '../../../../../server/accounts/own-quiz';
import { memberFile } from '../../../../endpoint';
import { download } from '../../../../http';

export const GET = memberFile<{ quiz: string }>(async (member, { quiz }) => {
  const { address } = await getQuiz(member, quiz);
  return download(runsAsLines(member, quiz), 'application/jsonl', `${address}-runs.jsonl`);
});
