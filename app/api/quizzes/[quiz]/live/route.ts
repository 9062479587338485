import { lookOn } from '../../../../../server/results/live';
import { memberFile } from '../../../../endpoint';

/** Findings as server-sent events (HTML, 9.2), one each time they change. */
export const GET = memberFile<{ quiz: string }>(async (member, { quiz }, request) => {
  const encoder = new TextEncoder();
  let leave = () => {};
  const body = new ReadableStream<Uint8Array>({
    async start(controller) {
      const send = (text: string) => controller.enqueue(encoder.encode(text));
      const end = () => {
        leave();
        controller.close();
      };
      leave = await lookOn(member, quiz, { tell: (findings) => send(`data: ${JSON.stringify(findings)}\n\n`), end });
      // So that whoever waits for the answer to begin has it, also behind a proxy.
      send('retry: 2000\n\n');
    },
    cancel: () => leave(),
  });
  request.signal.addEventListener('abort', () => leave());
  return new Response(body, {
    headers: {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    },
  });
});
