import sharp from 'sharp';
import { GET } from '../../app/q/[address]/card/route';
import { result, strongest } from '../quizzes';
import { readConfig } from '../../server/platform/config';
import { setAccess } from '../../server/publishing/access';
import { liveQuiz } from '../../server/publishing/editions';
import { shareOf, sharedMark } from '../../server/visitor/share';
import { findRun } from '../../server/visitor/take-step';
import { go, published, smallQuiz, visit } from './world';

const shares = () => {
  const q = smallQuiz();
  return {
    ...q,
    pages: [
      ...q.pages.filter((p) => p.stage === 'ask' && p.id !== 'p3'),
      result('end', [
        { id: 'b', kind: 'verdict', verdict: 'v' },
        { id: 's', kind: 'share', text: 'Which one are you?' },
      ]),
    ],
    messages: [],
    verdicts: [
      {
        ...strongest('v', ['x', 'y']),
        outcomes: [
          {
            id: 'x',
            name: 'Lane drifter',
            headline: 'You drift',
            picture: { src: '/pictures/lane-drifter.svg', text: '' },
          },
          { id: 'y', name: 'Ridge seeker' },
        ],
      },
    ],
  };
};
const card = async (address: string, mark?: string) => {
  const query = mark === undefined ? '' : `?shared=${encodeURIComponent(mark)}`;
  const response = await GET(new Request(`http://localhost/q/${address}/card${query}`), {
    params: Promise.resolve({ address }),
  });
  return {
    status: response.status,
    type: response.headers.get('content-type'),
    png: Buffer.from(await response.arrayBuffer()),
  };
};

test('the card has the colours that the quiz wears', async () => {
  const { address } = await published({ ...shares(), look: { ready: 'night-camp', colours: { button: '#00AA88' } } });
  const { png } = await card(address);
  const at = async (left: number) =>
    [...(await sharp(png).extract({ left, top: 2, width: 1, height: 1 }).raw().toBuffer())].slice(0, 3);
  expect([await at(2), await at(60)]).toEqual([
    [0x00, 0xaa, 0x88],
    [0x15, 0x1b, 0x31],
  ]);
});

test('the card is set in the type that the quiz wears', async () => {
  const drawn = async (look: object) => (await card((await published({ ...shares(), look })).address)).png;
  expect(await drawn({ type: { heading: 'caveat' } })).not.toEqual(await drawn({}));
  // Chalk names this one itself.
  expect(await drawn({ type: { heading: 'bricolage-grotesque' } })).toEqual(await drawn({}));
});

test('a picture of the creator’s own fills the card of the quiz, and of no outcome', async () => {
  const { member, quizId, address } = await published(shares());
  const corner = async (png: Buffer) =>
    [...(await sharp(png).extract({ left: 2, top: 2, width: 1, height: 1 }).raw().toBuffer())].slice(0, 3);
  const drawn = await corner((await card(address)).png);
  await setAccess(member, quizId, { shared: { picture: { src: '/pictures/oven.svg', text: 'An oven' } } });
  const { png, type } = await card(address);
  expect(type).toBe('image/png');
  expect(await sharp(png).metadata()).toMatchObject({ width: 1_200, height: 630 });
  expect(await corner(png)).toEqual([0x1f, 0x42, 0x3d]);
  expect(drawn).not.toEqual(await corner(png));
  // Of what is none of ours nothing is fetched: the card is drawn.
  await setAccess(member, quizId, { shared: { picture: { src: 'http://127.0.0.1:1/a.png', text: '' } } });
  expect(await corner((await card(address)).png)).toEqual(drawn);
});

test('who has reached an outcome shares it, with a line and a picture of its own', async () => {
  const { address } = await published(shares());
  const { token } = await visit(address, go('p1', { q1: ['a'] }), go('p2', { q2: ['a'] }));
  const { view } = await findRun(address, token);
  const block = view.page?.blocks.find((b) => b.kind === 'share');
  const mark = block?.kind === 'share' ? block.shared : undefined;
  expect(mark).toMatch(/^x\./);
  expect(block).not.toHaveProperty('outcome');
  const { publicUrl } = readConfig();
  expect(shareOf(address, await liveQuiz(address), mark)).toMatchObject({
    description: 'You drift',
    image: `${publicUrl}/q/${address}/card?shared=${encodeURIComponent(mark ?? '')}`,
  });
  const { png, type } = await card(address, mark);
  expect(type).toBe('image/png');
  expect(await sharp(png).metadata()).toMatchObject({ width: 1200, height: 630, format: 'png' });
  // The outcome's picture stands at the right; without a mark there is none.
  const corner = (bytes: Buffer) => sharp(bytes).extract({ left: 700, top: 110, width: 400, height: 400 }).stats();
  expect((await corner(png)).channels[0]?.stdev).toBeGreaterThan(5);
  const plain = await card(address);
  expect((await corner(plain.png)).channels[0]?.stdev).toBeLessThan(60);
  expect(plain.png.equals(png)).toBe(false);
});

test('an outcome is not looked at by guessing its name', async () => {
  const { address, quizId } = await published(shares());
  const { address: other, quizId: otherId } = await published(shares());
  const plain = await card(address);
  for (const mark of [
    'x',
    'x.',
    'x.aaaaaaaaaaaaaaaaaaaaaa',
    'y',
    sharedMark(otherId, 'x'),
    sharedMark(quizId, 'gone'),
  ]) {
    expect(shareOf(address, await liveQuiz(address), mark).description).not.toBe('You drift');
    expect((await card(address, mark)).png.equals(plain.png)).toBe(true);
  }
  expect(shareOf(other, await liveQuiz(other), sharedMark(otherId, 'y')).description).toBe('Ridge seeker');
  expect((await card('no-such-quiz')).status).toBe(404);
});
