/** A quiz in several languages: what a visitor of each gets, in the run, in letters and in tables. */
import { eq } from 'drizzle-orm';
import { textsOf } from '../../core/languages/texts';
import type { Translation } from '../../core/schema/languages';
import type { Quiz, RichText } from '../../core/schema/quiz';
import { contacts, letters, runs } from '../../db/schema';
import { countRuns } from '../../server/results/count-runs';
import { readPerson } from '../../server/results/findings';
import { runsAsCsv } from '../../server/results/runs-table';
import { figuresOf } from '../../db/queries/figures';
import { setLanguage } from '../../db/queries/runs';
import { setAccess } from '../../server/publishing/access';
import { liveQuiz } from '../../server/publishing/editions';
import { doorAt } from '../../server/visitor/admission';
import { database } from './own-database';
import { hashToken } from '../../server/platform/ids';
import { openRun, takeStep } from '../../server/visitor/take-step';
import { quiz, text } from '../quizzes';
import { contact, go, newToken, published, smallQuiz } from './world';

/** Every text of a quiz with `de ` before it; whatever is answered by words has an accepted spelling more. */
function inGerman(own: Quiz): Quiz {
  const to = (one: RichText): RichText => (typeof one === 'string' ? `de ${one}` : one);
  const texts = Object.fromEntries(
    textsOf(own).map((said) => [said.place, { to: said.isKey ? 'Kettenschloss' : to(said.text), of: said.text }]),
  );
  const translation: Translation = { id: 'de', offered: 'whole', texts };
  return { ...own, translations: [translation], delivery: { ...own.delivery, language: 'found' } };
}
const rowOf = async (token: string) =>
  (
    await database()
      .select()
      .from(runs)
      .where(eq(runs.tokenHash, hashToken(token)))
  )[0];

describe('a run in another language', () => {
  it('is shown, agreed to and written to in it, to the end', async () => {
    const { address } = await published(inGerman(smallQuiz()));
    const token = newToken();
    const opened = await openRun(address, token, {}, 'test', new Date(), { wish: { asked: 'de' } });
    expect(opened.view).toMatchObject({
      quiz: { title: 'de A quiz', language: 'de' },
      page: { blocks: [{ prompt: 'de q1' }] },
    });
    await takeStep(address, token, 1, go('p1', { q1: ['a'] }));
    await takeStep(address, token, 2, go('p2', { q2: ['a'] }));
    const done = await takeStep(address, token, 3, contact({ email: 'ida@slowspoke.test' }, 1));
    expect(done).toMatchObject({
      taken: { view: { page: { blocks: [{ outcomes: [{ name: 'de Lane drifter' }] }] } } },
    });
    const run = await rowOf(token);
    expect(run?.language).toBe('de');
    const [person] = await database()
      .select()
      .from(contacts)
      .where(eq(contacts.contactId, run?.contactId ?? ''));
    expect(person?.consent).toMatchObject({ text: 'de Yes, write to me.' });
    const [letter] = await database()
      .select()
      .from(letters)
      .where(eq(letters.runId, run?.runId ?? ''));
    expect(letter).toMatchObject({ language: 'de' });
    expect(letter?.subject).toBe('You are a de Lane drifter');
  });

  it('is the quiz’s own where no other is asked for, or one that visitors do not get', async () => {
    const works = inGerman(smallQuiz());
    const { address } = await published({
      ...works,
      translations: [{ id: 'de', texts: works.translations?.[0]?.texts ?? {} }],
    });
    const token = newToken();
    const opened = await openRun(address, token, {}, 'test', new Date(), { wish: { asked: 'de', accepted: 'de' } });
    expect(opened.view.quiz).toMatchObject({ title: 'A quiz', language: 'en' });
    expect((await rowOf(token))?.language).toBeNull();
  });

  it('goes on in the same one, until its visitor asks for another', async () => {
    const { address } = await published(inGerman(smallQuiz()));
    const token = newToken();
    await openRun(address, token, {}, 'test', new Date(), { wish: { accepted: 'de' } });
    await takeStep(address, token, 1, go('p1', { q1: ['a'] }));
    expect(await openRun(address, token, {}, 'test')).toMatchObject({ seq: 1, view: { quiz: { language: 'de' } } });
    const asked = await openRun(address, token, {}, 'test', new Date(), { wish: { asked: 'en' } });
    expect(asked).toMatchObject({ seq: 1, view: { page: { id: 'p2', blocks: [{ prompt: 'q2' }] } } });
    const next = await takeStep(address, token, 2, go('p2', { q2: ['a'] }));
    expect(next).toMatchObject({ taken: { view: { page: { blocks: [{ prompt: 'Where to?' }] } } } });
  });

  it('goes on in another one at once, where another process was asked for it', async () => {
    const { address } = await published(inGerman(smallQuiz()));
    const token = newToken();
    await openRun(address, token, {}, 'test', new Date(), { wish: { asked: 'de' } });
    await takeStep(address, token, 1, go('p1', { q1: ['a'] }));
    const row = await rowOf(token);
    if (row) await setLanguage(database(), row, null);
    const next = await takeStep(address, token, 2, go('p2', { q2: ['a'] }));
    expect(next).toMatchObject({ taken: { seq: 2, view: { page: { blocks: [{ prompt: 'Where to?' }] } } } });
  });

  it('finds the words of a door in it, before it begins, in the middle and when it may not again', async () => {
    const at = await published(inGerman(smallQuiz()));
    const german = { wish: { asked: 'de' } };
    const begun = newToken();
    await openRun(at.address, begun, {}, 'test', new Date(), german);
    const words = { after: 'Closed', translations: { de: { after: 'Geschlossen', full: 'Voll' } } };
    const shut = new Date(Date.now() - 7_200_000).toISOString().replace(/\.\d+/, '');
    await setAccess(at.member, at.quizId, { shut, grace: 1, words });
    const told = (work: Promise<unknown>) => expect(work).rejects;
    const open = (wish: object) => openRun(at.address, newToken(), {}, 'test', new Date(), wish);
    await told(open(german)).toMatchObject({ door: { why: 'shut', words: 'Geschlossen' } });
    await told(open({})).toMatchObject({ door: { words: 'Closed' } });
    await told(takeStep(at.address, begun, 1, go('p1', { q1: ['a'] }))).toMatchObject({
      door: { words: 'Geschlossen' },
    });
    const live = await liveQuiz(at.address);
    const shown = { entry: undefined, why: undefined, isWrong: false };
    expect(await doorAt(live, { ...shown, language: 'de' })).toMatchObject({ words: 'Geschlossen' });
    expect(await doorAt(live, { ...shown, language: 'en' })).toMatchObject({ words: 'Closed' });
    // What is missing there is in the quiz's own words.
    await setAccess(at.member, at.quizId, { shut, grace: 1, words: { after: 'Closed', translations: { de: {} } } });
    await told(open(german)).toMatchObject({ door: { words: 'Closed' } });
  });

  it('is scored by its own spellings, and read in the words of its creator', async () => {
    const own = quiz([{ id: 'p1', name: 'p1', stage: 'ask', blocks: [text('q1', { accept: ['quick link'] })] }]);
    const { address, member, quizId } = await published(inGerman(own));
    for (const [language, words] of [
      ['de', 'Kettenschloss'],
      ['en', 'quick link'],
      ['en', 'Kettenschloss'],
    ] as const) {
      const token = newToken();
      await openRun(address, token, {}, 'test', new Date(), { wish: { asked: language } });
      await takeStep(address, token, 1, go('p1', { q1: words }));
    }
    await countRuns(member.workspaceId, quizId);
    const figures = await figuresOf(database(), member.workspaceId, quizId);
    expect([figures.get('answered q1'), figures.get('right q1')]).toEqual([3, 2]);
    let csv = '';
    for await (const part of runsAsCsv(member, quizId)) csv += part;
    const [head, ...lines] = csv.trim().split('\r\n');
    expect(head?.split(',')).toContain('language');
    expect(lines.map((line) => line.split(',')[3]).sort()).toEqual(['de', 'en', 'en']);
    const all = await database().select().from(runs).where(eq(runs.quizId, quizId));
    const german = all.find((run) => run.language === 'de');
    const person = await readPerson(member, quizId, german?.runId ?? '');
    expect(person.language).toBe('de');
    expect(JSON.stringify(person)).toContain('"q1"');
    expect(JSON.stringify(person)).not.toContain('de q1');
  });
});
