import { letterDress } from '../flow/letter';
import type { RichDoc } from '../schema/quiz';
import { toDoc } from '../text/rich';
import { dislikedIn } from './disliked';

const words = toDoc(
  'Thank you for taking our quiz. Here is what came out, and a lane that suits you, with tea at its end.',
);
const linked = (text: string, href: string): RichDoc => ({
  type: 'doc',
  content: [
    {
      type: 'bulletList',
      content: [
        {
          type: 'listItem',
          content: [
            { type: 'paragraph', content: [{ type: 'text', text, marks: [{ type: 'link', attrs: { href } }] }] },
          ],
        },
      ],
    },
  ],
});
const disliked = (subject: string, blocks: Parameters<typeof dislikedIn>[0]['sheet']['blocks'], bytes = 5_000) =>
  dislikedIn({ subject, sheet: { blocks, dress: letterDress({}) } }, bytes);
const text = { kind: 'words' as const, text: words };

it.each([
  ['Your result', [text], []],
  ['YOUR RESULT IS HERE', [text], ['capitals']],
  ['Ja', [text], []],
  ['結果がとどきました', [text], []],
  ['Now! Here!', [text], ['shouts']],
  ['What?!', [text], ['shouts']],
  ['x'.repeat(61), [text], ['61']],
  ['Look', [{ kind: 'picture' as const, picture: { src: '/a.svg', text: '' } }], ['hardly a word']],
  ['Look', [text, { kind: 'words' as const, text: linked('slowspoke.test', 'https://elsewhere.test/x') }], ['another']],
  ['Look', [text, { kind: 'words' as const, text: linked('www.slowspoke.test', 'https://slowspoke.test/x') }], []],
  ['Look', [text, { kind: 'words' as const, text: linked('our lanes', 'https://elsewhere.test') }], []],
])('%s', (subject, blocks, found) => {
  const told = disliked(subject, blocks);
  expect(told).toHaveLength(found.length);
  for (const [i, part] of found.entries()) expect(told[i]).toContain(part);
});

it('tells what mail programs cut off', () => {
  expect(disliked('Look', [text], 100_001)).toEqual(['It weighs 100 kB; what is over 100 is cut off.']);
});
