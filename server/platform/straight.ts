/**
 * The way past the framework for what visitors send: it is small, comes often, and is most of what a process does, and the framework's share of
 * such a request is larger than ours (`docs/decisions/straight-to-the-endpoint.md`). A route that has been loaded leaves its endpoint here, and
 * the process asks it at once; until then, and for whatever is not short or does not tell its length, the framework leads to the same endpoint.
 */
import type { IncomingMessage, ServerResponse } from 'node:http';
import { context, propagation, SpanKind, trace } from '@opentelemetry/api';
import { ofProcess } from './of-process';

type Asked = (request: Request) => Promise<Response>;

declare module './of-process' {
  interface OfProcess {
    /** By method and path. */
    straight?: Map<string, Asked>;
  }
}
const endpoints = (ofProcess.straight ??= new Map<string, Asked>());

/** Bytes of a body that is taken this way. */
const SHORT = 64_000;

/** Leaves an endpoint whose path has no parts that vary. It has a span of its own, since the framework makes none. */
export function answersStraight(endpoint: string, asked: Asked): void {
  const [method, route] = endpoint.split(' ');
  const attributes = { 'http.request.method': method, 'http.route': route };
  endpoints.set(endpoint, (request) => {
    const above = propagation.extract(context.active(), Object.fromEntries(request.headers));
    const tracer = trace.getTracer('yes-maybe');
    return tracer.startActiveSpan(endpoint, { kind: SpanKind.SERVER, attributes }, above, async (span) => {
      const response = await asked(request).catch((error: unknown) => {
        span.end();
        throw error;
      });
      span.setAttribute('http.response.status_code', response.status).end();
      return response;
    });
  });
}

/** @returns whether this request is answered here; else nothing of it has been read */
export function answerStraight(request: IncomingMessage, response: ServerResponse): boolean {
  const asked = endpoints.get(`${request.method ?? ''} ${request.url ?? ''}`);
  if (!asked || !(Number(request.headers['content-length'] ?? NaN) <= SHORT)) return false;
  const parts: Buffer[] = [];
  request.on('data', (part: Buffer) => parts.push(part));
  // A body that breaks off ends nowhere: the connection is gone, and nobody waits.
  request.on('end', () => {
    void answerWith(asked, request, Buffer.concat(parts), response).catch(() => response.destroy());
  });
  return true;
}

async function answerWith(
  asked: Asked,
  request: IncomingMessage,
  body: Buffer,
  response: ServerResponse,
): Promise<void> {
  const headers = Object.entries(request.headers).map(([name, value]) => [name, String(value)] as [string, string]);
  // Not the host that was asked for, which anybody may write as they like, and no endpoint reads.
  const url = `http://localhost${request.url ?? ''}`;
  const answer = await asked(
    new Request(url, { method: request.method ?? 'POST', headers, body: new Uint8Array(body) }),
  );
  const bytes = Buffer.from(await answer.arrayBuffer());
  response
    .writeHead(answer.status, { ...Object.fromEntries(answer.headers), 'Content-Length': bytes.length })
    .end(bytes);
}
