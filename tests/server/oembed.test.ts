import { GET } from '../../app/oembed/route';
import { readConfig } from '../../server/platform/config';
import { updateQuiz } from '../../db/queries/quizzes';
import { database } from './own-database';
import { keepEdits } from '../../server/editing/edit-quiz';
import { newId } from '../../server/platform/ids';
import { publishQuiz } from '../../server/publishing/publish-quiz';
import { getQuiz } from '../../server/accounts/own-quiz';
import { published, smallQuiz } from './world';

const ask = async (query: Record<string, string>) => {
  const response = await GET(new Request(`http://localhost/oembed?${String(new URLSearchParams(query))}`));
  return { status: response.status, body: (await response.json()) as Record<string, unknown> };
};

test('the address of a live quiz becomes its code, within the room there is', async () => {
  const { address } = await published();
  const { publicUrl } = readConfig();
  const { status, body } = await ask({
    url: `${publicUrl}/q/${address}?utm_source=x`,
    maxwidth: '400',
    maxheight: 'x',
  });
  expect(status).toBe(200);
  expect(body).toMatchObject({ version: '1.0', type: 'rich', title: smallQuiz().title, width: 400, height: 560 });
  expect(body['html']).toContain(`data-yes-maybe="${address}"`);
  expect(body['html']).toContain('style="max-width:400px"');
  expect(body['html']).toContain(`src="${publicUrl}/embed.js"`);
});

test('where the height has a bound it is a frame of that height', async () => {
  const { address } = await published();
  const { body } = await ask({ url: `${readConfig().publicUrl}/q/${address}`, maxwidth: '300', maxheight: '200' });
  expect(body).toMatchObject({ width: 300, height: 200 });
  expect(body['html']).toMatch(/^<iframe .*height="200" style="border:0;max-width:300px"/);
  const { body: large } = await ask({ url: `${readConfig().publicUrl}/q/${address}`, maxheight: '9000' });
  expect(large).toMatchObject({ width: 640, height: 560 });
});

test('a title cannot break out of its attribute', async () => {
  const { member, quizId, address } = await published();
  const title = '"><script>alert(1)</script>&';
  const { revision } = await getQuiz(member, quizId);
  await keepEdits(member, quizId, revision, [
    { id: newId('title', 12), edit: { name: 'title', ops: [{ op: 'set', at: [], field: ['title'], to: title }] } },
  ]);
  await publishQuiz(member, quizId, revision + 1);
  const { body } = await ask({ url: `${readConfig().publicUrl}/q/${address}` });
  expect(body['html']).toContain('data-title="&quot;>&lt;script>alert(1)&lt;/script>&amp;"');
});

test.each<[{ url?: string; format?: string }, number]>([
  [{}, 400],
  [{ url: 'https://slowspoke.test/q/tourer' }, 404],
  [{ url: 'here/q/none-of-ours' }, 404],
  [{ url: 'here/quizzes' }, 404],
  [{ url: 'here/q/x', format: 'xml' }, 501],
])('%j is answered with %d', async (query, status) => {
  const at = query.url?.replace(/^here/, readConfig().publicUrl);
  expect((await ask({ ...query, ...(at ? { url: at } : {}) })).status).toBe(status);
});

test('a quiz that was deleted is not there', async () => {
  const { member, quizId, address } = await published();
  await updateQuiz(database(), member.workspaceId, quizId, { deletedAt: new Date() });
  expect((await ask({ url: `${readConfig().publicUrl}/q/${address}` })).status).toBe(404);
});
