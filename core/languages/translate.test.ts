import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkQuiz } from '../findings/check';
import { applyEdit } from '../document/edits';
import { startRun, step } from '../flow/run';
import { resultOf } from '../flow/result';
import { viewOf } from '../flow/view';
import { samples } from '../questions/samples';
import type { Translation } from '../schema/languages';
import type { Quiz, RichText } from '../schema/quiz';
import { plainText } from '../text/rich';
import { choice, option, page, quiz, result, strongest, valid } from '../../tests/quizzes';
import { likedIn, quizLanguageFor, type Wish } from './choose';
import { inLanguage, keyedIn, languagesOf, linesIn, nameOfLanguage, standingIn } from './translate';
import { mapTexts, textsOf } from './texts';

const small = (translations: Translation[], more: Partial<Quiz> = {}): Quiz =>
  quiz(
    [
      page('p1', [choice('q1', [option('a', { x: 2 }, { text: 'Left' }), option('b', { y: 2 }, { text: 'Right' })])]),
      result('end', [{ id: 'v1', kind: 'verdict', verdict: 'v' }]),
    ],
    { title: 'Which way?', verdicts: [strongest('v', ['x', 'y'])], translations, ...more },
  );
const german = (texts: Record<string, [to: RichText, of: RichText]>, more: Partial<Translation> = {}): Translation => ({
  id: 'de',
  offered: 'gaps',
  texts: Object.fromEntries(Object.entries(texts).map(([place, [to, of]]) => [place, { to, of }])),
  ...more,
});

const read = (folder: string) =>
  readdirSync(join(__dirname, '../..', folder))
    .filter((name) => name.endsWith('.json'))
    .map((name) => JSON.parse(readFileSync(join(__dirname, '../..', folder, name), 'utf8')) as unknown);
const whole: [string, Quiz][] = [
  ...[...read('templates'), ...read('demo')]
    .map((document) => valid((document as { quiz?: unknown }).quiz ?? document))
    .map((one): [string, Quiz] => [one.title, one]),
  ...samples.map((question): [string, Quiz] => [
    `${question.kind}: ${plainText(question.prompt)}`,
    quiz([page('p', [question])]),
  ]),
];

/** Every text in letters of another alphabet. */
const pseudo = (text: RichText): RichText => {
  const words = (said: string) => said.replace(/[A-Za-z]/g, 'ж');
  if (typeof text === 'string') return words(text);
  // Texts stand in a document as nodes with a `text`, and in what an insert falls back on.
  return JSON.parse(
    JSON.stringify(text, (key, value: unknown) =>
      (key === 'text' || key === 'fallback') && typeof value === 'string' && value !== '' ? words(value) : value,
    ),
  ) as RichText;
};
const inPseudo = (one: Quiz): Quiz =>
  inLanguage(
    {
      ...one,
      translations: [
        {
          id: 'x-x',
          offered: 'whole',
          texts: Object.fromEntries(textsOf(one).map(({ place, text }) => [place, { to: pseudo(text), of: text }])),
        },
      ],
    },
    'x-x',
  );

/** Words of English in what a visitor gets: whatever has letters of ours around a space. */
const english = (seen: unknown): string[] =>
  typeof seen === 'string'
    ? /[a-z] [A-Za-z]/.test(seen)
      ? [seen]
      : []
    : typeof seen === 'object' && seen !== null
      ? Object.values(seen).flatMap(english)
      : [];

describe.each(whole)('%s', (_, one) => {
  it('has each text at a place of its own', () => {
    const places = textsOf(one).map(({ place }) => place);
    expect(new Set(places).size).toBe(places.length);
    expect(places.every((place) => /^[A-Za-z0-9_/-]{1,300}$/.test(place))).toBe(true);
  });
  it('says nothing in English to a visitor of another language', () => {
    const other = inPseudo(one);
    for (const at of one.pages) {
      const way = one.pages
        .slice(0, one.pages.indexOf(at))
        .filter((p) => p.stage === 'ask')
        .map((p) => ({ page: p.id, shown: p.blocks.map((b) => b.id) }));
      const run = {
        ...startRun(other, { seed: 1 }),
        way: [...way, { page: at.id, shown: [] }],
        finished: at.stage === 'result',
      };
      expect(english(viewOf(other, run))).toEqual([]);
    }
  });
  it('stays what it is where nothing is put into other words', () => {
    expect(mapTexts(one, ({ text }) => text)).toBe(one);
  });
});

describe('a translation', () => {
  const said = german({
    title: ['Wohin?', 'Which way?'],
    'blocks/q1/options/a/text': ['Links', 'Left out'],
    'verdicts/v/outcomes/x/name': ['Ix', 'x'],
  });
  it('stands where it is, and the quiz’s own words where it is not', () => {
    const de = inLanguage(small([said]), 'de');
    const [first] = viewOf(de, startRun(de, { seed: 1 })).page?.blocks ?? [];
    expect([de.title, de.language]).toEqual(['Wohin?', 'de']);
    expect(first).toMatchObject({ prompt: 'q1', options: [{ text: 'Links' }, { text: 'Right' }] });
  });
  it('is the same document each time, and the quiz itself in its own language or one that it is not in', () => {
    const own = small([said]);
    expect(inLanguage(own, 'de')).toBe(inLanguage(own, 'de'));
    expect(inLanguage(own, 'en')).toBe(own);
    expect(inLanguage(own, 'fr')).toBe(own);
    expect(inLanguage(own, null)).toBe(own);
  });
  it('computes what the quiz computes', () => {
    const own = small([said]);
    const of = (one: Quiz) => {
      const after = step(one, startRun(one, { seed: 1 }), { do: 'go', page: 'p1', answers: { q1: ['a'] } });
      return 'refused' in after ? null : resultOf(one, after.run);
    };
    expect(of(inLanguage(own, 'de'))).toEqual(of(own));
  });
  it('is missing, made from another wording, or done', () => {
    const own = small([said]);
    const states = Object.fromEntries(linesIn(own, 'de').map(({ place, state }) => [place, state]));
    expect(states).toEqual({
      title: 'done',
      'blocks/q1/prompt': 'missing',
      'blocks/q1/options/a/text': 'changed',
      'blocks/q1/options/b/text': 'missing',
      'verdicts/v/outcomes/x/name': 'done',
      'verdicts/v/outcomes/y/name': 'missing',
    });
    expect(standingIn(own, 'de')).toEqual({ of: 6, missing: 3, changed: 1 });
    expect(linesIn(own, 'de')[2]).toMatchObject({ to: 'Links', was: 'Left out', text: 'Left', part: 'Question 1' });
  });
  it('that has lost a gap is not shown: it could not be filled in', () => {
    const doc = (...gaps: string[]): RichText => ({
      type: 'doc',
      content: [{ type: 'paragraph', content: gaps.map((gap) => ({ type: 'gap', attrs: { gap } })) }],
    });
    const gaps = {
      id: 'g',
      kind: 'gaps' as const,
      prompt: 'g',
      text: doc('g1', 'g2'),
      gaps: [{ id: 'g1' }, { id: 'g2' }],
    };
    const own = (to: RichText) =>
      quiz([page('p', [gaps])], { translations: [german({ 'blocks/g/text': [to, gaps.text] })] });
    expect(inLanguage(own(doc('g1')), 'de').pages[0]?.blocks[0]).toMatchObject({ text: doc('g1', 'g2') });
    expect(inLanguage(own(doc('g2', 'g1')), 'de').pages[0]?.blocks[0]).toMatchObject({ text: doc('g2', 'g1') });
    expect(checkQuiz(own(doc('g1'))).map(({ code }) => code)).toContain('translation-gaps');
    expect(checkQuiz(own(doc('g2', 'g1'))).map(({ code }) => code)).not.toContain('translation-gaps');
  });
  it('may accept spellings of its own, with the same credit, beside those of the quiz', () => {
    const asked = {
      id: 't',
      kind: 'text' as const,
      prompt: 't',
      accept: ['quick link', { text: 'link', credit: 0.5 }],
    };
    const own = quiz([page('p', [asked])], {
      translations: [german({ 'blocks/t/accept': ['Kettenschloss; Schloss ;', 'quick link; link'] })],
    });
    const accept = ['Kettenschloss', { text: 'Schloss', credit: 0.5 }, ...asked.accept];
    expect(inLanguage(own, 'de').pages[0]?.blocks[0]).toMatchObject({ accept });
    expect(keyedIn(own, 'de').pages[0]?.blocks[0]).toMatchObject({ accept, prompt: 't' });
    expect([keyedIn(own, null), keyedIn(own, 'fr')]).toEqual([own, own]);
    expect(keyedIn(own, 'de')).toBe(keyedIn(own, 'de'));
  });
  it('of a line is a line', () => {
    const to: RichText = { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Wohin?' }] }] };
    expect(inLanguage(small([german({ title: [to, 'Which way?'] })]), 'de').title).toBe('Wohin?');
  });
  it('brings its own wording of buttons, and not that of the quiz', () => {
    const own = small([german({}, { labels: { next: 'Los' } })], { labels: { next: 'Go', back: 'Return' } });
    expect(inLanguage(own, 'de').labels).toEqual({ next: 'Los' });
  });
});

describe('what is offered', () => {
  const codes = (...translations: Translation[]) => checkQuiz(small(translations)).map(({ code }) => code);
  it('whole has to be whole', () => {
    const own = small([german({}, { offered: 'whole' })]);
    const [missing] = checkQuiz(own).filter(({ code }) => code === 'translation-missing');
    expect(missing).toMatchObject({ severity: 'error', tab: 'style', where: ['de'] });
    expect(missing?.message).toBe('Visitors are to get the whole quiz in German: 6 texts are missing.');
    const mended = missing?.fix && applyEdit(own, missing.fix.edit);
    expect(mended && 'quiz' in mended && checkQuiz(mended.quiz).map(({ code }) => code)).not.toContain(
      'translation-missing',
    );
  });
  it('with gaps may have them, and in the works it is nobody’s trouble', () => {
    expect(codes(german({}))).not.toContain('translation-missing');
    expect(codes({ id: 'de', texts: { title: { to: 'Wohin?', of: 'Where?' } } })).not.toContain('translation-changed');
    expect(codes(german({ title: ['Wohin?', 'Where?'] }))).toContain('translation-changed');
  });
  it('says whatever is inserted', () => {
    const insert = (value: 'name' | 'title'): RichText => ({
      type: 'doc',
      content: [{ type: 'paragraph', content: [{ type: 'insert', attrs: { value, fallback: 'you' } }] }],
    });
    const own = (to: RichText) =>
      quiz([page('p', [{ id: 'w', kind: 'words', body: insert('name') }])], {
        translations: [german({ 'blocks/w/body': [to, insert('name')] })],
      });
    expect(checkQuiz(own(insert('title'))).map(({ code }) => code)).toContain('translation-inserts');
    expect(checkQuiz(own(insert('name'))).map(({ code }) => code)).not.toContain('translation-inserts');
  });
});

describe('the language of a visitor', () => {
  const three = (language?: 'found' | 'offered') =>
    small([german({}), { id: 'ar', offered: 'gaps' }, { id: 'fr' }], {
      language: 'en',
      delivery: language ? { language } : {},
    });
  test.each<[Wish, 'found' | 'offered' | undefined, string]>([
    [{ accepted: 'de-AT,en;q=0.5' }, 'found', 'de'],
    [{ accepted: 'de-AT,en;q=0.5' }, undefined, 'en'],
    [{ accepted: 'fr,ar;q=0.2' }, 'found', 'ar'],
    [{ accepted: 'fr' }, 'offered', 'en'],
    [{ around: 'ar', accepted: 'de' }, 'found', 'ar'],
    [{ around: 'ar', accepted: 'de' }, undefined, 'en'],
    [{ around: 'sv', accepted: 'de' }, 'offered', 'de'],
    [{ asked: 'AR', around: 'de' }, undefined, 'ar'],
    [{ asked: 'fr', accepted: 'de' }, 'found', 'de'],
    [{ accepted: null }, 'found', 'en'],
  ])('of %j, where it is %s, is %s', (wish, mode, language) => {
    expect(quizLanguageFor(three(mode), wish)).toBe(language);
  });
  it('is not asked for where a quiz is in one alone', () => {
    expect(quizLanguageFor(small([{ id: 'de' }]), { asked: 'de' })).toBeNull();
  });
  it('is one that is offered', () => {
    expect(languagesOf(three())).toEqual(['en', 'de', 'ar']);
  });
});

test('of an Accept-Language header the best liked comes first, and no header takes for ever', () => {
  expect(likedIn('nl;q=0.5, en;q=0, de, ;;q=x,,')).toEqual(['de', 'nl']);
  expect(likedIn('a,'.repeat(1_000_000)).length).toBeLessThan(600);
});

test('languages have names, and what is none is called as it is written', () => {
  expect([nameOfLanguage('de'), nameOfLanguage('de', 'de'), nameOfLanguage('!')]).toEqual(['German', 'Deutsch', '!']);
});
