import { getQuiz } from '../../../../../../server/accounts/own-quiz';
import { kindIn, tableAs, tableOf } from '../../../../../../server/results/charts';
import { conditionsIn } from '../../../../../../server/results/where';
import { memberFile } from '../../../../../endpoint';
import { downloadBytes, SHEET } from '../../../../../http';

const TYPES = { csv: 'text/csv; charset=utf-8', xlsx: SHEET, jsonl: 'application/jsonl; charset=utf-8' };

/** One table of Findings: `of` says which, `where` of which runs. */
export const GET = memberFile(
  'GET /api/quizzes/{quiz}/tables/{kind}',
  async (member, { quiz, kind: asked }, request) => {
    const { searchParams } = new URL(request.url);
    const kind = kindIn(asked);
    const { address } = await getQuiz(member, quiz);
    const of = searchParams.get('of') ?? '';
    const table = await tableOf(member, quiz, of, conditionsIn(searchParams.get('where')));
    const name = of.replace(/[^A-Za-z0-9_]+/g, '-').slice(0, 60);
    return downloadBytes(tableAs(kind, table), TYPES[kind], `${address}-${name}.${kind}`);
  },
);
