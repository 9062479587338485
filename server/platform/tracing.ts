/**
 * Traces, where a collector is named (OTEL_EXPORTER_OTLP_ENDPOINT): the framework makes a span for each request and for the parts of making a
 * page, and each statement has one, with its words and without what was put into them.
 */
import { context, SpanKind, SpanStatusCode, trace } from '@opentelemetry/api';
import { OTLPTraceExporter } from '@opentelemetry/exporter-trace-otlp-http';
import { resourceFromAttributes } from '@opentelemetry/resources';
import { BatchSpanProcessor, NodeTracerProvider } from '@opentelemetry/sdk-trace-node';
import type { Pool, PoolClient } from 'pg';
import { fieldOf, textOf } from '../../core/values/unknown';

/** Milliseconds between two letters to the collector; what is not taken is dropped, and holds nothing up. */
const EVERY = 2_000;

/** Begins. @returns what sends the rest and ends it */
export function startTracing(collector: string): () => Promise<void> {
  const exporter = new OTLPTraceExporter({ url: `${collector.replace(/\/$/, '')}/v1/traces` });
  const provider = new NodeTracerProvider({
    resource: resourceFromAttributes({ 'service.name': 'yes-maybe' }),
    spanProcessors: [new BatchSpanProcessor(exporter, { scheduledDelayMillis: EVERY })],
  });
  provider.register();
  return () => provider.shutdown().catch(() => undefined);
}

const wordsOf = (first: unknown): string => (typeof first === 'string' ? first : (textOf(first, 'text') ?? ''));

/** Makes a span of each statement of a pool. */
export function traceStatements(pool: Pool): void {
  const tracer = trace.getTracer('yes-maybe');
  pool.on('connect', (client: PoolClient) => {
    const query: unknown = Reflect.get(client, 'query');
    if (typeof query !== 'function') return;
    Reflect.set(client, 'query', (...sent: unknown[]): unknown => {
      const words = wordsOf(sent[0]);
      const span = tracer.startSpan(/^\w+/.exec(words.trim())?.[0]?.toLowerCase() ?? 'statement', {
        kind: SpanKind.CLIENT,
        attributes: { 'db.system.name': 'postgresql', 'db.query.text': words.slice(0, 500) },
      });
      const end = (error?: unknown) => {
        const code = textOf(error, 'code');
        if (error) span.setStatus({ code: SpanStatusCode.ERROR, ...(code === undefined ? {} : { message: code }) });
        span.end();
      };
      const back = sent.at(-1);
      if (typeof back === 'function')
        sent[sent.length - 1] = context.bind(context.active(), (error: unknown, ...rest: unknown[]) => {
          end(error);
          Reflect.apply(back, undefined, [error, ...rest]);
        });
      const result: unknown = Reflect.apply(query, client, sent);
      if (fieldOf(result, 'then') !== undefined) void Promise.resolve(result).then(() => end(), end);
      return result;
    });
  });
}
