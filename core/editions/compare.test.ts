import { choice, demoQuiz, option, page, quiz } from '../../tests/quizzes';
import type { Quiz } from '../schema/quiz';
import { compareQuizzes } from './compare';

const grass = choice('surface', [option('Grass', { ridge: 1 }), option('Gravel')], { prompt: 'What rolls best?' });
const before = quiz(
  [page('Distance', [choice('far', [option('Near'), option('Far')], { prompt: 'How far?' })]), page('Ground', [grass])],
  {
    verdicts: [
      {
        id: 'v',
        name: 'Rider',
        by: 'strongest',
        outcomes: [
          { id: 'ridge', name: 'Ridge seeker' },
          { id: 'lane', name: 'Lane drifter' },
        ],
      },
    ],
  },
);
/** What is said of a state that was made of `before`. */
const said = (change: (quiz: Quiz) => void): Record<string, string[]> => {
  const after = structuredClone(before);
  change(after);
  return Object.fromEntries(compareQuizzes(before, after).changes.map(({ part, said: words }) => [part, words]));
};
const questionIn = (of: Quiz, at: number) => {
  const block = of.pages[at]?.blocks[0];
  if (block?.kind !== 'choice') throw new Error('a choice is expected');
  return block;
};

test('a quiz compared with itself has nothing to say', () => {
  expect(compareQuizzes(before, structuredClone(before))).toEqual({
    changes: [],
    questions: { added: 0, changed: 0, gone: 0 },
  });
});

test('answers and weights are told by their words', () => {
  expect(
    said((after) => {
      const question = questionIn(after, 1);
      question.options = [option('Gravel'), option('Grass', { ridge: 2, lane: -1 }), { id: 'n', text: 'Sand' }];
    }),
  ).toEqual({
    Ground: [
      'question 2: answer “Sand” is new',
      'question 2: they stand in another order',
      'question 2: “Grass”: Ridge seeker now +2, Lane drifter now -1',
    ],
  });
  expect(said((after) => void (questionIn(after, 1).options = [option('Grass')]))).toEqual({
    Ground: ['question 2: answer “Gravel” is gone', 'question 2: “Grass”: Ridge seeker no more'],
  });
});

test('wording, what is right and what must be answered are told', () => {
  expect(
    said((after) => {
      const question = questionIn(after, 0);
      question.prompt = 'How far in a day?';
      question.required = false;
      question.options = [option('Near', {}, { credit: 1 }), option('Far', {}, { text: 'Further' })];
    }),
  ).toEqual({
    Distance: [
      'question 1: it asks “How far in a day?” now',
      'question 1: answer “Far” is “Further” now',
      'question 1: right is “Near” now',
      'question 1: it need not be answered any more',
    ],
  });
});

test('what all kinds have is told as it comes, changes and goes', () => {
  const hinted = (hint: string | undefined, topic?: string) => ({
    ...before,
    pages: [page('Ground', [choice('q', [option('a')], { ...(hint ? { hint } : {}), ...(topic ? { topic } : {}) })])],
  });
  const between = (one: Quiz, other: Quiz) => compareQuizzes(one, other).changes.flatMap((change) => change.said);
  expect(between(hinted(undefined), hinted('Think'))).toEqual(['question 1: it has a hint now']);
  expect(between(hinted('Think'), hinted('Think twice', 't'))).toEqual([
    'question 1: it has a topic now',
    'question 1: its hint is changed',
  ]);
  expect(between(hinted('Think'), hinted(undefined))).toEqual(['question 1: it has no hint any more']);
});

test('pages and questions that come, go and move are told where they are, once', () => {
  expect(said((after) => void after.pages.splice(0, 2, ...after.pages.slice(0, 2).reverse()))).toEqual({
    Pages: ['they stand in another order'],
  });
  expect(
    said((after) => {
      const [moved] = after.pages[0]?.blocks.splice(0) ?? [];
      if (moved) after.pages[1]?.blocks.push(moved);
      after.pages[1]?.blocks.push(choice('new', [option('a'), option('b')]));
    }),
  ).toEqual({ Ground: ['question 2 has come from “Distance”', 'question 3 is new'] });
  expect(said((after) => void after.pages.shift())).toEqual({
    Distance: ['this page is gone, with all that stood on it'],
  });
  expect(compareQuizzes(before, { ...before, pages: before.pages.slice(1) }).questions).toEqual({
    added: 0,
    changed: 0,
    gone: 1,
  });
});

test('what stands beside the pages is told under its own name', () => {
  expect(
    said((after) => {
      after.title = 'Wheels';
      after.verdicts[0]?.outcomes.push({ id: 'tea', name: 'Teashop navigator' });
      after.look = { ready: 'meadow' };
    }),
  ).toEqual({
    'The whole quiz': [`it is called “Wheels” now, was “${before.title}”`],
    Outcomes: ['“Teashop navigator” is new'],
    Look: ['it is changed'],
  });
});

/** Every place in a document where a word, number or yes and no stands, with the document in which it is another one. */
function* mutated(value: unknown, put: (to: unknown) => Quiz, path: string): Generator<[string, Quiz]> {
  if (typeof value === 'string') yield [path, put(`${value}x`)];
  else if (typeof value === 'number') yield [path, put(value + 1)];
  else if (typeof value === 'boolean') yield [path, put(!value)];
  else if (Array.isArray(value))
    for (const [i, one] of value.entries())
      yield* mutated(one, (to) => put(value.map((other: unknown, k) => (k === i ? to : other))), `${path}/${i}`);
  else if (typeof value === 'object' && value !== null)
    for (const [key, one] of Object.entries(value))
      yield* mutated(one, (to) => put({ ...value, [key]: to }), `${path}/${key}`);
}
/** What names things or kinds, and what is kept beside the editions. */
const NOT_SAID = /\/(id|kind|type|format|version)$|^\/(access|presets|examples|bank)\b/;

test.each(['tourer', 'repair', 'overnight', 'wishes', 'start'])(
  'nothing that is otherwise in “%s” goes unsaid',
  (name) => {
    const whole = demoQuiz(name);
    const unsaid = [...mutated(whole, (to) => to as Quiz, '')].flatMap(([path, after]) =>
      NOT_SAID.test(path) || compareQuizzes(whole, after).changes.length > 0 ? [] : [path],
    );
    expect(unsaid).toEqual([]);
  },
);

test('what is otherwise in other languages is said by language, each text once', () => {
  const own = demoQuiz('tourer');
  const [german, arabic] = own.translations ?? [];
  if (!german || !arabic) throw new Error('The demo is in three languages.');
  const texts = { ...german.texts, title: { to: 'Welche?', of: own.title } };
  const said = (translations: Quiz['translations']) =>
    compareQuizzes(own, { ...own, translations: translations ?? [] }).changes.find(({ part }) => part === 'Languages')
      ?.said;
  expect(said([{ ...german, texts, offered: 'whole' }])).toEqual([
    'Arabic is gone',
    'visitors get German once it is whole',
    'German: one text is changed',
  ]);
  expect(said([german, { ...arabic, labels: { next: 'x' } }, { id: 'fr' }])).toEqual([
    'French is new',
    'Arabic: the wording of buttons is changed',
  ]);
});
