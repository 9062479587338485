import fc from 'fast-check';
import { anyQuiz } from '../../tests/any-quiz';
import { changeKind } from './change-kind';
import { isQuestion } from './lookup';
import type { Question, QuestionKind } from '../schema/quiz';
import { validateQuiz } from './validate';

let n = 0;
const newId = (prefix: string) => `${prefix}-new${n++}`;
const tyre: Question = {
  id: 'q1',
  kind: 'choice',
  pick: 'one',
  prompt: 'What holds a cut tyre together?',
  topic: 't1',
  marks: 2,
  options: [
    { id: 'o1', text: 'A banknote', credit: 1, weights: { kit: 2 } },
    { id: 'o2', text: 'Hope', picture: { src: '/pictures/lane.svg', text: '' } },
  ],
};

describe('a question of another kind', () => {
  it('keeps wording, topic, marks and id', () => {
    for (const kind of ['text', 'order', 'grid', 'number', 'essay'] as const)
      expect(changeKind(tyre, kind, newId).question).toMatchObject({
        id: 'q1',
        kind,
        prompt: tyre.prompt,
        topic: 't1',
        marks: 2,
      });
  });

  it.each<[QuestionKind, string[]]>([
    ['choice', []],
    ['order', ['1 right answer']],
    ['text', ['1 line', '1 picture', '1 weight']],
    ['match', ['1 right answer', '1 weight']],
    ['grid', ['1 picture', '1 right answer', '1 weight']],
    ['essay', ['2 lines', '1 picture', '1 right answer', '1 weight']],
  ])('says what %s cannot hold', (kind, drops) => {
    expect(changeKind(tyre, kind, newId).drops).toEqual(drops);
  });

  it('brings right answers over as spellings, and back', () => {
    const text = changeKind(tyre, 'text', newId).question;
    expect(text).toMatchObject({ kind: 'text', accept: ['A banknote'] });
    expect(changeKind(text, 'choice', newId).question).toMatchObject({
      kind: 'choice',
      options: [{ text: 'A banknote', credit: 1 }],
    });
  });

  it('keeps the ends, the steps turned round and the right number of what is measured', () => {
    const slider: Question = {
      id: 'q1',
      kind: 'slider',
      prompt: 'How far?',
      min: 10,
      max: 90,
      target: 40,
      reverse: true,
    };
    expect(changeKind(slider, 'number', newId)).toMatchObject({
      question: { kind: 'number', min: 10, max: 90, target: 40, reverse: true },
      drops: [],
    });
    expect(changeKind(slider, 'rating', newId)).toMatchObject({ question: { min: 10, max: 90 } });
  });

  it('is valid whatever it was', () => {
    const kinds: QuestionKind[] = [
      'choice',
      'text',
      'essay',
      'number',
      'slider',
      'rating',
      'date',
      'order',
      'match',
      'gaps',
      'grid',
      'spots',
    ];
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.constantFrom(...kinds), (seed, kind) => {
        const quiz = anyQuiz(seed);
        const pages = quiz.pages.map((page) => ({
          ...page,
          blocks: page.blocks.map((b) => (isQuestion(b) ? changeKind(b, kind, newId).question : b)),
        }));
        expect(validateQuiz({ ...quiz, pages })).toHaveProperty('quiz');
      }),
      { numRuns: 60 },
    );
  });
});
