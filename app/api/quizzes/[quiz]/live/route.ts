import { lookOn } from '../../../../../server/results/live';
import { memberFile } from '../../../../endpoint';

/** Findings as server-sent events (HTML, 9.2), one each time they change. */
export const GET = memberFile('GET /api/quizzes/{quiz}/live', async (member, { quiz }, request) => {
  const encoder = new TextEncoder();
  const { readable, writable } = new TransformStream<Uint8Array>(undefined, { highWaterMark: 100 });
  const writer = writable.getWriter();
  const gone = () => undefined;
  const send = (text: string) => void writer.write(encoder.encode(text)).catch(gone);
  // The browser asks anew after so many milliseconds.
  send('retry: 2000\n\n');
  const leave = await lookOn(member, quiz, new URL(request.url).searchParams.get('where') ?? '', {
    tell: (findings) => send(`data: ${JSON.stringify(findings)}\n\n`),
    end: () => void writer.close().catch(gone),
  });
  // Whoever goes away closes what is read.
  writer.closed.then(leave, leave);
  request.signal.addEventListener('abort', leave);
  return new Response(readable, {
    headers: {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    },
  });
});
