/** What holds of every kind of question, tried with its samples. A new kind passes these before anything else is asked of it. */
import { nameOf } from '../document/lookup';
import { plainText } from '../text/rich';
import fc from 'fast-check';
import { page, quiz } from '../../tests/quizzes';
import { listFromQuiz } from '../formats/to-list';
import { quizFromList } from '../formats/from-list';
import { changeKind } from '../document/change-kind';
import type { Question, QuestionKind } from '../schema/quiz';
import { validateQuiz } from '../document/validate';
import { faultsIn } from '../flow/faults';
import { type Answer, partOf } from '../values/answer';
import { creditOf } from './credit';
import { contribution, rangeOf, measuresOfQuestion } from '../scoring/weights';
import { isListable, waysToAnswer } from '../rehearsal/answers';
import { answerFault, answerText, blankQuestion, isKeyed, kindNames, kindOf } from './registry';
import type { FormRead } from './kind';
import { samples } from './samples';

const named = samples.map((q) => [`${q.kind}: ${plainText(q.prompt)}`, q] as const);
let next = 0;
const newId = (prefix: string) => `${prefix}${(next += 1)}`;
const around = (question: Question) => quiz([page('p', [question])], { scales: [{ id: 's', name: 'S' }] });
/** What a browser without scripts sends for an answer: the same fields that the page has. */
function formOf(question: Question, answer: Answer): FormRead {
  const whole = Array.isArray(answer) ? answer : typeof answer === 'object' ? [] : [String(answer)];
  const isOrder = question.kind === 'order';
  const inOrder = (id: string) => (whole.includes(id) ? String(whole.indexOf(id) + 1) : '');
  const at = (id: string) => (typeof answer === 'object' && !Array.isArray(answer) ? partOf(answer, id) : undefined);
  return {
    given: isOrder ? [] : whole,
    words: '',
    part(id, side) {
      const value = at(id);
      if (side) return Array.isArray(value) ? String(Number(value[side === 'x' ? 0 : 1]) * 100) : '';
      return isOrder ? inOrder(id) : typeof value === 'string' ? value : '';
    },
    chosen(id) {
      const value = at(id);
      return Array.isArray(value) ? value.map(String) : undefined;
    },
  };
}
/** Fields of a question that say what is right or what it is worth. */
const SECRET = [
  'credit',
  'weights',
  'target',
  'within',
  'accept',
  'region',
  'key',
  'marks',
  'penalty',
  'value',
  'reverse',
  'keyed',
];

it('every kind has a sample, and every sample is a question that a quiz may have', () => {
  expect([...new Set(samples.map((q) => q.kind))].sort()).toEqual([...kindNames].sort());
  for (const sample of samples) expect(validateQuiz(around(sample))).toMatchObject({ quiz: {} });
});

describe.each(named)('%s', (_name, question) => {
  const kind = kindOf(question);
  const tries = kind.tries(question);

  it('can be answered by every answer worth trying, which is read and put in words', () => {
    expect(tries.length).toBeGreaterThan(0);
    for (const answer of tries) {
      expect(kind.answerFault(question, answer)).toBeNull();
      const run = { finished: false, answers: { [question.id]: answer }, contact: {} };
      expect(faultsIn([question], run)).toEqual([]);
      expect(answerText(question, answer)).not.toBe('');
    }
    if (isListable(question)) expect(new Set(tries.map((a) => JSON.stringify(a))).size).toBe(tries.length);
  });

  it('takes any JSON for an answer without throwing', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => void kind.answerFault(question, value)),
      { numRuns: 200 },
    );
  });

  it('is told to be missing where it is required, and no longer once it is answered', () => {
    const left = faultsIn([{ ...question, required: true }], { finished: false, answers: {}, contact: {} });
    expect(left).toMatchObject([{ block: 'q', code: 'required' }]);
    expect(faultsIn([{ ...question, required: false }], { finished: false, answers: {}, contact: {} })).toEqual([]);
  });

  it('has a perfect answer that is worth 1 where it has a key, and says what is right', () => {
    const credits = tries.map((answer) => creditOf(question, answer));
    if (isKeyed(question)) {
      expect(Math.max(...credits.map((c) => c ?? 0))).toBe(1);
      const perfect = tries[credits.indexOf(1)];
      const right = kind.rightText(question);
      expect(right).not.toBe('');
      // A value that may be near, and a point, are said in other words than what somebody gives.
      if (!right.includes(' – ') && question.kind !== 'spots') expect(answerText(question, perfect)).toBe(right);
    } else expect(credits.filter((c) => c !== null)).toEqual([]);
  });

  it('adds what its range says: no answer more or less, and some answer as much', () => {
    const counting: Question = { ...question, marksTo: 'm' };
    for (const target of measuresOfQuestion(counting)) {
      const range = rangeOf(counting, target, false);
      const added = tries.flatMap((answer) => contribution(counting, target, answer)?.value ?? []);
      for (const value of added) {
        expect(value).toBeGreaterThanOrEqual(range?.low ?? 0);
        expect(value).toBeLessThanOrEqual(range?.high ?? 0);
      }
      // Where every answer is tried, or right and wrong are all there is, the ends are met.
      const all =
        target === 'm' ? isKeyed(question) && question.kind !== 'number' : kind.model(question)?.of !== 'right';
      if (all && isListable(question) && added.length > 2)
        expect([Math.min(...added), Math.max(...added)]).toEqual([range?.low, range?.high]);
    }
  });

  it('is answered by weights as by their shares: a guess can be used, is told, and adds up to one', () => {
    const model = kind.model(question);
    if (!model) return expect(kind.weighed(question).some((part) => part.guess)).toBe(false);
    const guessing = {
      ...question,
      guess: 2,
      ...('options' in question ? { options: question.options.map((o) => ({ ...o, guess: 30 })) } : {}),
      ...('items' in question ? { items: question.items.map((o) => ({ ...o, guess: 30 })) } : {}),
    } as Question;
    const weights = model.guessed(guessing);
    if (!weights) throw new Error('a guess says nothing');
    expect(model.isSaid(guessing, weights)).toBe(true);
    expect(model.isSaid(guessing, {})).toBe(false);
    expect(model.told(guessing, weights).length).toBeGreaterThan(0);
    if (!isListable(guessing)) return;
    const tried = model.answers?.(weights) ?? kind.tries(guessing);
    expect(tried.some((answer, i) => model.shareOf(guessing, weights, answer, i) > 0)).toBe(true);
    const ways = waysToAnswer(guessing, { [question.id]: weights });
    expect(ways.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 6);
    for (const { answer } of ways) expect(answerFault(guessing, answer)).toBeNull();
    const drawn = model.draw?.(guessing, weights, () => 0.5);
    if (drawn) expect(answerFault(guessing, drawn)).toBeNull();
    const [way] = ways;
    if (way)
      expect(model.counted(guessing, way.answer, () => true).every((key) => key.split(' ')[1] === question.id)).toBe(
        true,
      );
  });

  it('shows nothing of its key', () => {
    const view = kind.view(question, { mixed: (parts) => [...parts], fill: (text) => text });
    const seen = (value: unknown): string[] =>
      typeof value === 'object' && value !== null
        ? Object.entries(value).flatMap(([key, one]) => [key, ...seen(one)])
        : [];
    expect(seen(view).filter((key) => SECRET.includes(key))).toEqual([]);
    expect(view).toMatchObject({ id: 'q', prompt: question.prompt, required: question.required ?? false });
    for (const spelling of ['a banknote', 'hope', 'the wind', 'the rim', '36', '2027-04-18'])
      expect(JSON.stringify(view)).not.toContain(spelling);
  });

  it('comes back from a plain form as it was answered, and from an empty one as nothing', () => {
    const view = kind.view(question, { mixed: (parts) => [...parts], fill: (text) => text });
    for (const answer of tries) expect(kind.fromForm(view, formOf(question, answer))).toEqual(answer);
    expect(kind.fromForm(view, formOf(question, []))).toBeUndefined();
  });

  it('becomes any other kind and comes back with its lines, or says what was lost', () => {
    const lines = (q: Question) =>
      kindOf(q)
        .lines(q)
        .filter((line) => line.text || line.picture)
        .map((line) => line.text);
    // What was typed under its wording is either lines, or counted otherwise.
    const others = Object.values(kind.alsoHas?.(question) ?? {}).reduce((sum, n) => sum + n, 0);
    if (!kind.isEmpty(question)) expect(lines(question).length + others).toBeGreaterThan(0);
    for (const other of kindNames) {
      const there = changeKind(question, other, newId);
      expect(there.question).toMatchObject({ id: 'q', kind: other, prompt: question.prompt });
      expect(validateQuiz(around(there.question))).toMatchObject({ quiz: {} });
      if (there.drops.some((words) => /lines?|gaps?|places?/.test(words))) continue;
      const back = changeKind(there.question, question.kind, newId);
      if (back.drops.length === 0) expect(lines(back.question)).toEqual(lines(question));
    }
  });

  it('stands in a list as it is, or the list says what it lost', () => {
    const { list, lost } = listFromQuiz(around(question));
    const read = quizFromList(list, 'again', []);
    const [again] = read.quiz.pages[0]?.blocks ?? [];
    if (list.questions.length === 0) expect(lost.filter((said) => said.includes(nameOf(question)))).not.toEqual([]);
    else {
      expect(again).toMatchObject({ kind: question.kind, prompt: question.prompt });
      expect(kindOf(question).rightText(again as Question)).toBe(kind.rightText(question));
    }
  });
});

it.each([...kindNames])('a new %s is a question of that kind, with nothing in it yet', (name: QuestionKind) => {
  const blank = blankQuestion(name, newId);
  expect(blank).toMatchObject({ kind: name, prompt: '', required: true });
  expect(validateQuiz(around(blank))).toMatchObject({ quiz: {} });
  expect(
    kindOf(blank)
      .lines(blank)
      .filter((line) => line.text),
  ).toEqual([]);
});
