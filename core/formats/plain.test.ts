import { offeredBy } from '../questions/registry';
import { demoQuiz } from '../../tests/quizzes';
import { copyPagesInto } from '../document/copy-pages';
import type { Question } from '../schema/quiz';
import { validateQuiz } from '../document/validate';
import { readPlain } from './plain';
import { formatOf, readQuestions } from './read';

const read = (text: string) => {
  const { quiz, notes } = readPlain(text);
  expect(validateQuiz(quiz)).toHaveProperty('quiz');
  return {
    title: quiz.title,
    notes: notes.filter((n) => n.is === 'refused').map((n) => [n.line, n.message]),
    questions: quiz.pages.flatMap((p) => p.blocks.filter((b): b is Question => 'prompt' in b)),
    topics: quiz.topics,
  };
};
/** The wording, and the answers with their marks: "+" right, "-" wrong, "." neither. */
const short = (text: string) =>
  read(text).questions.map((q) => {
    const options = offeredBy(q)?.options ?? [];
    const keyed = options.some((o) => o.credit);
    return [q.prompt, ...options.map((o) => `${o.credit ? '+' : keyed ? '-' : '.'}${o.text}`)];
  });

describe('questions as somebody types them', () => {
  it('are numbered, with lettered answers and stars', () => {
    expect(
      short(
        '1. What holds a cut tyre?\na) Grass\nb) A banknote *\nc) Hope\n\n2) What joins a chain?\n(a) A pin\n(b) A quick link (right)',
      ),
    ).toEqual([
      ['What holds a cut tyre?', '-Grass', '+A banknote', '-Hope'],
      ['What joins a chain?', '-A pin', '+A quick link'],
    ]);
  });

  it('are bare lines with empty ones between', () => {
    expect(short('Tea or coffee?\nTea\nCoffee\n\nWhich way\nUphill\nDownhill')).toEqual([
      ['Tea or coffee?', '.Tea', '.Coffee'],
      ['Which way', '.Uphill', '.Downhill'],
    ]);
  });

  it('have bullets and ticked boxes', () => {
    expect(short('Pack which?\n[x] Tent\n[ ] Piano\n☑ Stove\n- Anvil')).toEqual([
      ['Pack which?', '+Tent', '-Piano', '+Stove', '-Anvil'],
    ]);
  });

  test.each([
    ['Answer: B', ['-Left', '+Right']],
    ['Correct answer: right', ['-Left', '+Right']],
    ['Key: 1', ['+Left', '-Right']],
    ['Right: A and B', ['+Left', '+Right']],
  ])('name what is right below: %s', (line, answers) => {
    expect(short(`Q1: Where to?\nA. Left\nB. Right\n${line}`)).toEqual([['Where to?', ...answers]]);
  });

  it('say which right answer is none, by line', () => {
    expect(read('Where to?\nA. Left\nB. Right\nAnswer: C').notes).toEqual([
      [1, '“C” is none of the answers, so it is not counted as right.'],
    ]);
  });

  it('carry topics, marks, hints and explanations', () => {
    const { questions, topics } = read(
      'Where to?\nA. Left *\nB. Right\nTopic: Roads\nPoints: 2\nHint: The sea\nExplanation: Left is down.\nTime: 20',
    );
    expect(topics).toEqual([{ id: 't1', name: 'Roads' }]);
    expect(questions[0]).toMatchObject({
      topic: 't1',
      marks: 2,
      hint: 'The sea',
      explain: { always: 'Left is down.' },
      limit: 20,
    });
  });

  it('are typed where there are no answers, right where they say so', () => {
    const { questions } = read('1. What joins a chain?\nAnswer: quick link\n\n2. Anything else?');
    expect(questions).toMatchObject([{ kind: 'text', accept: [{ text: 'quick link', credit: 1 }] }, { kind: 'text' }]);
  });

  it('stand under a title', () => {
    expect(read('Roadside repair\n\n1. Tea?\na) Yes\nb) No')).toMatchObject({
      title: 'Roadside repair',
      questions: [{ prompt: 'Tea?' }],
    });
  });

  it('may be nothing at all', () => {
    expect(short(' \n\n')).toEqual([]);
  });
});

describe('the format', () => {
  test.each([
    ['{ "format": "yes-maybe-quiz" }', '', 'json'],
    ['Question,Right\nTea?,Yes', '', 'table'],
    ['Tea?\tYes\tNo\nMilk?\tYes\tNo', '', 'table'],
    ['# Tea\n\n## Milk?\n- [x] Yes', '', 'markdown'],
    ['1. Milk?\na) Yes', '', 'plain'],
    ['Tea? Yes, please', 'list.csv', 'table'],
    ['Tea?', 'tea.md', 'markdown'],
    ['Tea?', 'tea.json', 'json'],
    ['Tea?', 'tea.txt', 'plain'],
  ])('of %j named %j is %s', (text, file, format) => {
    expect(formatOf(text, file)).toBe(format);
  });

  it('that cannot be read is told with its place', () => {
    expect(readQuestions('{ "format": 1 }')).toMatchObject({
      format: 'json',
      trouble: expect.stringMatching(/^This is no quiz/),
    });
    expect(readQuestions('Tea?\nYes\nNo', { id: 'mine' })).toMatchObject({ format: 'plain', quiz: { id: 'mine' } });
  });
});

test('pages taken into another quiz get ids of their own and the topics there, and leave weights behind', () => {
  let n = 0;
  const newId = (prefix: string) => `${prefix}-${n++}`;
  const tourer = demoQuiz('tourer');
  const into = {
    ...demoQuiz('repair'),
    topics: [{ id: 'mine', name: tourer.topics[0]?.name.toUpperCase() ?? 'none' }],
  };
  const { pages, topics } = copyPagesInto(tourer, into, newId);
  expect(pages).toHaveLength(tourer.pages.filter((p) => p.stage === 'ask').length);
  const whole = { ...into, topics: [...into.topics, ...topics], pages: [...pages, ...into.pages] };
  expect(validateQuiz(whole)).toHaveProperty('quiz');
  expect(JSON.stringify(pages)).not.toContain('weights');
  expect(new Set(whole.pages.flatMap((p) => p.blocks.map((b) => b.id))).size).toBe(
    whole.pages.flatMap((p) => p.blocks).length,
  );
  expect(topics.map((t) => t.name)).toEqual(tourer.topics.slice(1).map((t) => t.name));
});
