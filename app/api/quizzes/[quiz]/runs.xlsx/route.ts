import { runsAsSheet } from '../../../../../server/results/runs-table';
import { getQuiz } from '../../../../../server/accounts/own-quiz';
import { memberFile } from '../../../../endpoint';
import { downloadBytes, SHEET } from '../../../../http';

export const GET = memberFile<{ quiz: string }>(async (member, { quiz }) => {
  const { address } = await getQuiz(member, quiz);
  return downloadBytes(await runsAsSheet(member, quiz), SHEET, `${address}-runs.xlsx`);
});
