/** What a process counts of itself, for Prometheus. Names of routes and codes are few; nothing of a workspace, a quiz or a person stands in a label. */
import { Counter, Registry } from 'prom-client';
import { ofProcess } from './of-process';

declare module './of-process' {
  interface OfProcess {
    /** Made by `scripts/serve.ts`, which tells what is in it. */
    registry?: Registry;
    counts?: ReturnType<typeof newCounts>;
  }
}

export const registry = (): Registry => (ofProcess.registry ??= new Registry());

function newCounts() {
  const counter = <Label extends string>(name: string, help: string, labelNames: Label[]) =>
    new Counter({ name: `yes_maybe_${name}_total`, help, labelNames, registers: [registry()] });
  return {
    visits: counter('visits', 'Things visitors did that are on disk: a run begun, an answer, a run finished', ['what']),
    refusals: counter('refusals', 'Requests that were refused, by the code of the problem', ['code']),
    letters: counter('letters', 'Tries to send a letter, by what came of it', ['outcome']),
    deliveries: counter('deliveries', 'Tries to tell another system, by what came of it', ['outcome']),
    reads: counter('heavy_reads', 'Reads that a standby may answer, by who did', ['where']),
    caches: counter('cache', 'Looks into what a process remembers: hit or miss', ['cache', 'result']),
  };
}

/** The counters of this process, made once, however often the framework bundles this module. */
export const counts = (ofProcess.counts ??= newCounts());

/** Counts a look into a cache. @returns what was found there */
export function looked<T>(cache: string, found: T | undefined): T | undefined {
  counts.caches.inc({ cache, result: found === undefined ? 'miss' : 'hit' });
  return found;
}
