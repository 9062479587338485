import type { RichDoc } from '../../core/schema/quiz';
import { toDoc } from '../../core/text/rich';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setDelivery } from '../../db/queries/letters';
import { database } from './own-database';
import { startWorkers } from '../../server/process/workers';
import { sendAgain, sendTest, trayOf } from '../../server/letters/mail';
import { lettersIn, type PostOffice, startPostOffice } from '../../standins/post-office';
import { letterDress } from '../../core/flow/letter';
import { letterHtml, letterText } from '../../server/letters/drawn';
import { freePort } from '../browser/servers';
import { htmlFaults } from '../html';
import { contact, go, type Published, published, visit } from './world';

const folder = mkdtempSync(join(tmpdir(), 'yes-maybe-post-'));
let office: PostOffice | null = null;
const ports = { smtpPort: 0, webPort: 0 };
const open = async () => (office = await startPostOffice({ ...ports, folder }));
const close = async () => {
  await office?.close();
  office = null;
};
/** Looks until it is so. */
async function until<T>(look: () => Promise<T>, isSo: (seen: T) => boolean): Promise<T> {
  for (let i = 0; i < 200; i++) {
    const seen = await look();
    if (isSo(seen)) return seen;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return look();
}
const finish = (address: string, email: string) =>
  visit(address, go('p1', { q1: ['b'] }), go('p2', { q2: ['b'] }), contact({ name: 'Ida Bell', email }, 1));
const tray = ({ member, quizId }: Published) => trayOf(member, quizId);

beforeAll(async () => {
  ports.smtpPort = await freePort();
  ports.webPort = await freePort();
  process.env['SMTP_URL'] = `smtp://127.0.0.1:${ports.smtpPort}`;
  await startWorkers();
});
afterAll(async () => {
  await close();
  rmSync(folder, { recursive: true });
});

it('a letter arrives, filled in, once', async () => {
  await open();
  const at = await published();
  await finish(at.address, 'ida@example.com');
  const { letters } = await until(
    () => tray(at),
    ({ counts }) => counts['delivered'] === 1,
  );
  expect(letters).toMatchObject([
    { recipient: 'ida@example.com', subject: 'You are a Ridge seeker', state: 'delivered', tries: 1 },
  ]);
  const arrived = (await lettersIn(folder)).filter(({ mail }) => mail.text?.includes('Dear Ida'));
  expect(arrived).toHaveLength(1);
  expect(arrived[0]?.mail).toMatchObject({ subject: 'You are a Ridge seeker' });
  await expect(sendAgain(at.member, at.quizId, letters[0]?.id ?? '')).rejects.toMatchObject({ status: 409 });
  // By the address of another quiz, for which somebody may be here without being here for this one.
  const other = await published(undefined, at.member);
  await expect(sendAgain(at.member, other.quizId, letters[0]?.id ?? '')).rejects.toMatchObject({ status: 404 });
  await close();
});

it('a letter waits while the post office is down, and is sent again', async () => {
  const at = await published();
  await finish(at.address, 'waiting@example.com');
  const waiting = await until(
    () => tray(at),
    ({ letters }) => (letters[0]?.tries ?? 0) > 0,
  );
  expect(waiting.letters[0]).toMatchObject({
    state: 'waiting',
    trouble: expect.stringContaining('cannot be reached') as string,
  });
  await open();
  await sendAgain(at.member, at.quizId, waiting.letters[0]?.id ?? '');
  const { letters } = await until(
    () => tray(at),
    ({ counts }) => counts['delivered'] === 1,
  );
  expect(letters[0]).toMatchObject({ state: 'delivered', trouble: '' });
  const arrived = (await lettersIn(folder)).filter(({ mail }) => [mail.to].flat()[0]?.text.includes('waiting@'));
  expect(arrived).toHaveLength(1);
  await close();
});

it('a letter that the post office refuses has failed, in its words', async () => {
  await open();
  const at = await published();
  await finish(at.address, 'refused@example.com');
  const { letters } = await until(
    () => tray(at),
    ({ counts }) => counts['failed'] === 1,
  );
  expect(letters[0]).toMatchObject({ state: 'failed', trouble: expect.stringContaining('No such box') as string });
  await close();
});

it('a test goes to the creator, filled in for a visitor', async () => {
  await open();
  const at = await published();
  await expect(sendTest(at.member, at.quizId, { message: 'm', to: 'not an address' })).rejects.toMatchObject({
    status: 422,
  });
  await sendTest(at.member, at.quizId, { message: 'm', to: 'creator@slowspoke.test' });
  const { letters } = await until(
    () => tray(at),
    ({ counts }) => counts['delivered'] === 1,
  );
  expect(letters[0]?.subject).toMatch(/^Test: You are a (Lane drifter|Ridge seeker)$/);
  await close();
});

it('the tray is of one moment, while letters arrive', async () => {
  const at = await published();
  await finish(at.address, 'moment@example.com');
  const [letter] = (await tray(at)).letters;
  let over = false;
  const arriving = (async () => {
    for (let n = 0; !over; n++)
      await setDelivery(database(), at.member.workspaceId, letter?.id ?? '', {
        state: n % 2 ? 'waiting' : 'delivered',
        trouble: '',
        changedAt: new Date(),
        tried: false,
      });
  })();
  for (let i = 0; i < 60; i++) {
    const { letters, counts } = await tray(at);
    expect(letters.map((l) => l.state)).toEqual(Object.keys(counts));
  }
  over = true;
  await arriving;
});

describe('a letter as it goes out', () => {
  const body: RichDoc = {
    type: 'doc',
    content: [
      {
        type: 'paragraph',
        content: [
          { type: 'text', text: 'Look at ' },
          {
            type: 'text',
            text: 'our loops',
            marks: [{ type: 'link', attrs: { href: 'https://slowspoke.test/lanes' } }],
          },
          { type: 'text', text: ' & <b>mend</b>.' },
        ],
      },
      {
        type: 'bulletList',
        content: [{ type: 'listItem', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Tea' }] }] }],
      },
    ],
  };
  const sheet = {
    preview: 'Ten lanes <for> you',
    blocks: [
      { kind: 'words' as const, text: body },
      { kind: 'picture' as const, picture: { src: '/pictures/lane.svg', text: 'A lane' } },
      { kind: 'button' as const, text: 'See & go', url: 'https://slowspoke.test/?a=1&b=2' },
    ],
    signature: toDoc('Wren, Slow Spoke'),
    dress: letterDress({}),
  };
  const foot = { because: 'You asked.', stop: 'No more', url: 'https://quiz.test/letters/w/l/m' };
  it('is HTML with a language, a direction and a title', async () => {
    for (const language of ['en', 'ar']) {
      const html = await letterHtml({ sheet, subject: 'Your <result>', language, foot });
      expect(await htmlFaults(html, { isLetter: true })).toEqual([]);
      expect(html).toMatch(new RegExp(`<html (dir="${language === 'ar' ? 'rtl' : 'ltr'}" )?lang="${language}"`));
      expect(html).toContain(`dir="${language === 'ar' ? 'rtl' : 'ltr'}"`);
      expect(Buffer.byteLength(html)).toBeLessThan(20_000);
      // Mail programs fetch pictures from somewhere, and know no scripts and no sheets of style.
      expect(html).toMatch(/<img[^>]+src="https?:\/\/[^"]+\/media\/drawn\/lane\/letter"/);
      expect(html).not.toMatch(/<script|<link[^>]+stylesheet/);
      expect(html).toContain('<title>Your &lt;result&gt;</title>');
      expect(html).not.toContain('<b>mend');
    }
  });
  it('says in its text part where links lead', () => {
    expect(letterText({ sheet, subject: '', language: 'en', foot })).toBe(
      [
        'Look at our loops (https://slowspoke.test/lanes) & <b>mend</b>.',
        '– Tea',
        '[A lane]',
        'See & go: https://slowspoke.test/?a=1&b=2',
        '-- \nWren, Slow Spoke',
        'You asked.\nNo more: https://quiz.test/letters/w/l/m',
      ].join('\n\n'),
    );
  });
  it('says the same in both parts', async () => {
    const drawn = { sheet, subject: 'Lanes', language: 'en', foot };
    const wordsOf = (text: string) => new Set(text.match(/\p{L}+/gu));
    const html = (await letterHtml(drawn)).replace(/<(style|title)>[^<]*<\/\1>/g, '').replace(/<[^>]+>/g, ' ');
    const both = wordsOf(letterText(drawn));
    for (const word of wordsOf(html.replaceAll('&lt;', ' ').replaceAll('&amp;', ' ').replaceAll('&gt;', ' ')))
      expect(both.has(word) || /^(Ten|lanes|for|you|nbsp|zwnj|x\w+)$/.test(word) ? '' : word).toBe('');
  });
});
