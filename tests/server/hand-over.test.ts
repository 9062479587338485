import { eq } from 'drizzle-orm';
import { PDFDict, PDFDocument, PDFName } from 'pdf-lib';
import { type FontId, fonts } from '../../core/look/fonts';
import type { Quiz } from '../../core/schema/quiz';
import { runs } from '../../db/schema';
import { certificateOf } from '../../server/visitor/certificate';
import { database } from './own-database';
import { hashToken, newId } from '../../server/platform/ids';
import { publishQuiz } from '../../server/publishing/publish-quiz';
import { getQuiz } from '../../server/accounts/own-quiz';
import { deleteQuiz, importQuiz } from '../../server/editing/quizzes';
import { openRun, takeStep } from '../../server/visitor/take-step';
import { choice, option, page, quiz, result, strongest } from '../quizzes';
import { go, newToken, published, somebody, visit } from './world';

const DAY = 86_400_000;
const knownOf = async (token: string) =>
  (
    await database()
      .select()
      .from(runs)
      .where(eq(runs.tokenHash, hashToken(token)))
  )[0];

/** A first quiz that leads to a second one with its outcome, by a route or from its result. */
async function chain() {
  const member = await somebody();
  const second = quiz([page('p', [choice('q', [option('a'), option('b')])])], {
    known: [
      { id: 'rider', from: 'quiz' },
      { id: 'source', from: 'address', param: 'utm' },
    ],
  });
  const next = await published(second, member);
  const over = { quiz: next.quizId, carry: [{ value: 'outcome' as const, ref: 'v', as: 'rider' }] };
  const first: Quiz = quiz(
    [
      page('p', [choice('q', [option('a', { x: 1 }), option('b', { y: 1 })])], {
        routes: [{ when: { answer: 'q', is: 'a' }, to: over }],
      }),
      result('end', [{ id: 'over', kind: 'hand-over', ...over }]),
    ],
    { title: 'The first', verdicts: [strongest('v', ['x', 'y'])] },
  );
  const start = await published(first, member);
  const left = async (answer: string, block?: string) => {
    const { last, token } = await visit(start.address, go('p', { q: [answer] }));
    if (!last || !('taken' in last)) throw new Error('refused');
    const { view } = last.taken;
    const handing = view.page?.blocks.find((b) => b.kind === 'hand-over' && b.id === block);
    const url = handing?.kind === 'hand-over' ? handing.url : view.out && 'url' in view.out ? view.out.url : undefined;
    return { url, token, view, handed: new URL(url ?? '', 'https://x.test').searchParams.get('handed') ?? '' };
  };
  return { member, next, start, left };
}

describe('a hand-over', () => {
  it.each([
    ['by a route', 'a', undefined, 'x'],
    ['from the result', 'b', 'over', 'y'],
  ])(
    '%s tells the next quiz what is known, and nothing of it stands in the address',
    async (_, answer, block, rider) => {
      const { next, left } = await chain();
      const { url, handed } = await left(answer, block);
      expect(url).toMatch(new RegExp(`^/q/${next.address}\\?handed=[\\w-]+(\\.[\\w-]+){2}$`));
      const [, payload = ''] = handed.split('.');
      expect(Buffer.from(payload, 'base64url').toString()).not.toContain('rider');
      const token = newToken();
      await openRun(next.address, token, { handed, utm: 'fair' }, 'link');
      expect(await knownOf(token)).toMatchObject({ known: { rider, source: 'fair' }, source: 'The first' });
    },
  );

  it('cannot be forged, kept for ever, or used for another quiz', async () => {
    const { next, left, member } = await chain();
    const { handed } = await left('a');
    const [header = '', payload = '', signature = ''] = handed.split('.');
    const encoded = (value: unknown) => Buffer.from(JSON.stringify(value)).toString('base64url');
    const other = encoded({ ...(JSON.parse(Buffer.from(payload, 'base64url').toString()) as object), block: 'over' });
    const unsigned = `${encoded({ alg: 'none' })}.${payload}.`;
    for (const wrong of [`${header}.${other}.${signature}`, unsigned, `${header}.${payload}.`, payload, 'x.y.z', ''])
      expect(await openWith(next.address, { handed: wrong })).toEqual({});
    // The address alone cannot say what only a quiz may say.
    expect(await openWith(next.address, { rider: 'x' })).toEqual({});
    expect(await openWith(next.address, { handed }, new Date(Date.now() + 2 * DAY))).toEqual({});
    const third = await published(
      quiz([page('p', [choice('q', [option('a'), option('b')])])], { known: [{ id: 'rider', from: 'quiz' }] }),
      member,
    );
    expect(await openWith(third.address, { handed })).toEqual({});
    expect(await openWith(next.address, { handed })).toEqual({ rider: 'x' });

    async function openWith(address: string, params: Record<string, string>, now?: Date) {
      const token = newToken();
      await openRun(address, token, params, 'link', now);
      return (await knownOf(token))?.known;
    }
  });

  it('leads nowhere while the next quiz is not live, and says nothing of it', async () => {
    const { next, left, member } = await chain();
    await deleteQuiz(member, next.quizId);
    const { url, view } = await left('a');
    expect(url).toBeUndefined();
    expect(JSON.stringify(view)).not.toContain(next.quizId);
  });

  it('to a quiz that is not published stops publishing', async () => {
    const member = await somebody();
    const lost = quiz([page('p', [choice('q', [option('a'), option('b')])], { otherwise: { quiz: 'nowhere' } })]);
    const id = await importQuiz(member, { ...lost, id: newId('quiz', 8) }, newId('at'));
    await expect(publishQuiz(member, id, 0)).rejects.toMatchObject({ details: [{ code: 'handover-unpublished' }] });
    expect((await getQuiz(member, id)).liveEdition).toBeNull();
  });
});

describe('limits of time', () => {
  const timed = quiz([
    page('p', [choice('q', [option('a'), option('b')])], { limit: 30 }),
    page('r', [choice('u', [option('a'), option('b')])]),
  ]);
  const at = (seconds: number) => new Date(1_800_000_000_000 + seconds * 1000);
  const opened = async () => {
    const { address } = await published(timed);
    const token = newToken();
    const standing = await openRun(address, token, {}, 'link', at(0));
    return { address, token, standing };
  };

  it('are told with what is left, and count down over reloading', async () => {
    const { address, token, standing } = await opened();
    expect(standing.clock).toEqual({ of: 'page', left: 30_000 });
    expect((await openRun(address, token, {}, 'link', at(12))).clock).toEqual({ of: 'page', left: 18_000 });
    const step = await takeStep(address, token, 1, go('p', { q: ['a'] }), at(31));
    expect(step).toMatchObject({ taken: { seq: 1, view: { page: { id: 'r' } } } });
    expect(step).not.toHaveProperty('taken.clock');
  });

  it('end with what is filled in as it stands', async () => {
    const { address, token } = await opened();
    const over = { do: 'time' as const, of: 'page' as const, page: 'p', answers: { q: ['b'] } };
    await expect(takeStep(address, token, 1, over, at(10))).rejects.toMatchObject({ code: 'moved-on', status: 409 });
    expect(await takeStep(address, token, 1, over, at(30))).toMatchObject({ taken: { view: { page: { id: 'r' } } } });
    const back = await takeStep(address, token, 2, { do: 'back', page: 'r' }, at(31));
    expect(back).toMatchObject({ taken: { view: { answers: { q: ['b'] } }, clock: { left: 0 } } });
  });

  it('do not take what comes long after, and end by themselves for those who come back', async () => {
    const late = await opened();
    expect(await takeStep(late.address, late.token, 1, go('p', { q: ['a'] }), at(40))).toMatchObject({
      taken: { view: { page: { id: 'r' } } },
    });
    const back = await takeStep(late.address, late.token, 2, { do: 'back', page: 'r' }, at(41));
    // Back is no way to more time: the browser is told at once that it is over.
    expect(back).toMatchObject({ taken: { view: { page: { id: 'p' }, answers: {} }, clock: { left: 0 } } });
    const gone = await opened();
    const again = await openRun(gone.address, gone.token, {}, 'link', at(500));
    expect(again).toMatchObject({ seq: 1, view: { page: { id: 'r' }, answers: {} } });
  });
});

/** The families that a PDF has letters of. */
async function typeIn(pdf: Uint8Array): Promise<string[]> {
  const { context } = await PDFDocument.load(pdf);
  const names = context
    .enumerateIndirectObjects()
    .map(([, object]) => (object instanceof PDFDict ? object.get(PDFName.of('FontName')) : undefined))
    .flatMap((name) => (name instanceof PDFName ? [name.decodeText()] : []));
  return names.map((name) => name.replace(/-.*/, '')).sort();
}

describe('what stands on a result', () => {
  it('is a certificate in the type that the quiz wears, also of every letter that a family has', async () => {
    for (const [id, heading] of Object.entries(fonts)) {
      const { address } = await published({
        ...quiz([
          page('p', [choice('q', [option('a'), option('b')])]),
          result('end', [{ id: 'cert', kind: 'certificate', title: 'Done', body: 'Zażółć gęślą' }]),
        ]),
        look: { type: { heading: id as FontId, text: 'figtree' } },
      });
      const { token } = await visit(address, go('p', { q: ['a'] }));
      const found = await typeIn(await certificateOf(address, token, 'cert'));
      expect([id, found.some((name) => name.startsWith(heading.name.replaceAll(' ', '')))]).toEqual([id, true]);
    }
  });
  it('is a certificate for whoever got there, and for nobody else', async () => {
    const { address } = await published(
      quiz([
        page('p', [choice('q', [option('a'), option('b')])]),
        result('end', [{ id: 'cert', kind: 'certificate', title: 'Done', body: 'Ünïcode, Ωmega and Ж' }]),
      ]),
    );
    const { token } = await visit(address, go('p', { q: ['a'] }));
    const pdf = Buffer.from(await certificateOf(address, token, 'cert'));
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
    expect(await typeIn(pdf)).toEqual(['BricolageGrotesque', 'DejaVuSans', 'Figtree']);
    await expect(certificateOf(address, token, 'other')).rejects.toMatchObject({ status: 404 });
    await expect(certificateOf(address, newToken(), 'cert')).rejects.toMatchObject({ status: 404 });
    const halfway = await visit(address);
    await expect(certificateOf(address, halfway.token, 'cert')).rejects.toMatchObject({ status: 404 });
  });
});
