/** Host names of a workspace's own: proven by a record, held by one, taken away. */
import { createSocket } from 'node:dgram';
import { type NameServer, startNameServer } from '../../standins/name-server';
import { HttpError } from '../../server/platform/http-error';
import {
  addHostName,
  hostNamesOf,
  ownUrlOf,
  proveHostName,
  removeHostName,
  workspaceOfHost,
} from '../../server/publishing/host-names';
import { freePort } from '../browser/servers';
import { somebody } from './world';

let server: NameServer;
let web: string;
beforeAll(async () => {
  const [port, webPort] = [await freePort(), await freePort()];
  // Read with the configuration, before anything asks for it.
  process.env['NAME_SERVER'] = `127.0.0.1:${port}`;
  web = `http://127.0.0.1:${webPort}`;
  server = await startNameServer({ port, webPort });
});
afterAll(() => server.close());

const setRecord = (name: string, text: string) =>
  fetch(web, { method: 'POST', body: new URLSearchParams({ name, text }) });
const told = (work: Promise<unknown>) =>
  work.then(
    () => 'done',
    (error: unknown) => (error instanceof HttpError ? error.message : error),
  );
const recordOf = async (member: Parameters<typeof hostNamesOf>[0], host: string) => {
  const found = (await hostNamesOf(member)).hosts.find((one) => one.host === host);
  if (!found) throw new Error('There is no such host name.');
  return found;
};

test('a host name leads to nothing before its record stands there, and says what is missing', async () => {
  const wren = await somebody();
  await addHostName(wren, 'https://Quiz.Wren.test/');
  const { record, text, isProven } = await recordOf(wren, 'quiz.wren.test');
  expect([record, isProven]).toEqual(['_yes-maybe.quiz.wren.test', false]);
  expect(await told(proveHostName(wren, 'quiz.wren.test'))).toMatch(/^There is no text record at _yes-maybe\.quiz/);
  await setRecord(record, 'yes-maybe=something-else');
  expect(await told(proveHostName(wren, 'quiz.wren.test'))).toMatch(/says something else/);
  expect(await workspaceOfHost('quiz.wren.test')).toBeNull();
  expect(await ownUrlOf(wren.workspaceId)).toBeNull();
  await setRecord(record, text);
  expect((await proveHostName(wren, 'quiz.wren.test')).hosts).toMatchObject([{ isProven: true }]);
  expect(await workspaceOfHost('quiz.wren.test')).toBe(wren.workspaceId);
  expect(await ownUrlOf(wren.workspaceId)).toMatch(/^https?:\/\/quiz\.wren\.test(:\d+)?$/);
  await removeHostName(wren, 'quiz.wren.test');
  expect(await workspaceOfHost('quiz.wren.test')).toBeNull();
});

test('the record of one workspace proves nothing for another; whom the name server names last holds it', async () => {
  const [wren, otto] = [await somebody(), await somebody('Otto')];
  for (const member of [wren, otto]) await addHostName(member, 'shared.test');
  const [first, second] = [await recordOf(wren, 'shared.test'), await recordOf(otto, 'shared.test')];
  expect(first.text).not.toBe(second.text);
  await setRecord(first.record, first.text);
  await proveHostName(wren, 'shared.test');
  expect(await told(proveHostName(otto, 'shared.test'))).toMatch(/says something else/);
  expect(await workspaceOfHost('shared.test')).toBe(wren.workspaceId);
  await setRecord(second.record, second.text);
  await proveHostName(otto, 'shared.test');
  expect(await workspaceOfHost('shared.test')).toBe(otto.workspaceId);
  expect((await hostNamesOf(wren)).hosts).toMatchObject([{ isProven: false }]);
});

test('what is no host name, not on the list, or one too many is refused', async () => {
  const wren = await somebody();
  expect(await told(addHostName(wren, 'localhost'))).toMatch(/no host name/);
  expect(await told(proveHostName(wren, 'nobody.test'))).toMatch(/This host name/);
  expect(await told(removeHostName(wren, 'nobody.test'))).toMatch(/This host name/);
  for (let i = 0; i < 20; i++) await addHostName(wren, `h${i}.test`);
  expect(await told(addHostName(wren, 'h20.test'))).toMatch(/^20 host names/);
});

test('a name server that says nothing holds nobody up for long, and proves nothing', async () => {
  const silent = createSocket('udp4');
  await new Promise<void>((done) => silent.bind(0, '127.0.0.1', done));
  const { textRecords } = await import('../../server/platform/name-server');
  const { readConfig } = await import('../../server/platform/config');
  const before = readConfig().nameServer;
  readConfig().nameServer = `127.0.0.1:${silent.address().port}`;
  try {
    expect(await told(textRecords('_yes-maybe.quiz.test'))).toMatch(/did not answer/);
  } finally {
    readConfig().nameServer = before;
    silent.close();
  }
}, 20_000);
