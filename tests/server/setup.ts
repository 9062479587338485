/** Every file of server tests gets a database of its own, copied from one that is migrated already. */
import { randomBytes } from 'node:crypto';
import { createDatabase, dropDatabase } from '../../db/migrate';
import { closeDatabase } from '../../server/platform/database';
import { stopJobs } from '../../server/platform/jobs';
import { closeMail } from '../../server/platform/smtp';
import { closeOwn } from './own-database';

const template = process.env['TEST_DATABASE_URL'] ?? '';
const own = new URL(template);
own.pathname = `/test_${randomBytes(6).toString('hex')}`;
/** By way of the pooler, as where many processes share a database. */
const pooled = new URL(own);
pooled.port = process.env['TEST_POOLER_PORT'] ?? own.port;

process.env['DATABASE_URL'] = pooled.href;
/** As somebody else, whose statements are not held against any rule. */
const asTester = new URL(own);
asTester.username = process.env['TESTER'] ?? own.username;
process.env['OWN_DATABASE_URL'] = asTester.href;
process.env['SMTP_URL'] ??= 'smtp://127.0.0.1:1';
process.env['PUBLIC_URL'] = 'http://quiz.test';
process.env['AUTH_SECRET'] = 'only-for-tests-0123456789abcdefghij';

jest.setTimeout(60_000);

beforeAll(() => createDatabase(own.href, new URL(template).pathname.slice(1)));
afterAll(async () => {
  closeMail();
  await stopJobs();
  await closeDatabase();
  await closeOwn();
  await dropDatabase(own.href);
});
