import { runsAsCsv } from '../../../../../server/results/runs-table';
import { getQuiz } from '../../../../../server/accounts/own-quiz';
import { memberFile } from '../../../../endpoint';

export const GET = memberFile<{ quiz: string }>(async (member, { quiz }) => {
  const { address } = await getQuiz(member, quiz);
  const lines = runsAsCsv(member, quiz);
  const encoder = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    async pull(controller) {
      const next = await lines.next();
      if (next.done) controller.close();
      else controller.enqueue(encoder.encode(next.value));
    },
    cancel: () => void lines.return(undefined),
  });
  return new Response(body, {
    headers: {
      'Content-Type': 'text/csv; charset=utf-8',
      'Content-Disposition': `attachment; filename="${address}-runs.csv"`,
      'Cache-Control': 'no-store',
    },
  });
});
