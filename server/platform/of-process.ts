/** What there is once in a process, however often the framework bundles the module that asks for it. */
import type { AsyncLocalStorage } from 'node:async_hooks';
import type { LRUCache } from 'lru-cache';
import type { Pool } from 'pg';
import type PgBoss from 'pg-boss';
import type { Db } from '../../db/client';
import type { Background } from './background/pool';
import type { Bucket } from './rates';
import type { RequestContext } from './request-log';

export type OfProcess = {
  background?: Background;
  buckets?: LRUCache<string, Bucket>;
  database?: { db: Db; pool: Pool };
  jobs?: Promise<PgBoss>;
  requests?: AsyncLocalStorage<RequestContext>;
};

declare global {
  // eslint-disable-next-line no-var -- a property of the global object is declared by `var`
  var yesMaybe: OfProcess | undefined;
}

export const ofProcess: OfProcess = (globalThis.yesMaybe ??= {});
