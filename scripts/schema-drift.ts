/** Fails when the tables in db/schema.ts have changed without a migration. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { generateDrizzleJson, generateMigration } from 'drizzle-kit/api';
import * as schema from '../db/schema';

async function drift(): Promise<void> {
  const meta = join(process.cwd(), 'db/migrations/meta');
  const newest =
    readdirSync(meta)
      .filter((f) => f.endsWith('_snapshot.json'))
      .sort()
      .at(-1) ?? '';
  // A snapshot is written by the same library.
  const before = JSON.parse(readFileSync(join(meta, newest), 'utf8')) as Parameters<typeof generateMigration>[0];
  const missing = await generateMigration(before, generateDrizzleJson(schema, before.id));
  if (missing.length === 0) return;
  console.error(`db/schema.ts has changed; make a migration with "npm run migrations":\n${missing.join('\n')}`);
  process.exitCode = 1;
}

void drift();
