/** What a condition can ask about, and how it is asked at first. */
import { firstTestOf } from '../../core/conditions/operators';
import { quizIndex, nameOf } from '../../core/document/lookup';
import type { Quiz } from '../../core/schema/quiz';
import { questionsBefore, type Test } from '../../core/conditions/describe';
import { knownName } from '../../core/flow/carry';

/** What a rule can ask about, by a key of its own. */
export function subjectsOf(quiz: Quiz, page: string, above?: string | null): { id: string; label: string }[] {
  const { contactOf } = quizIndex(quiz);
  return [
    ...questionsBefore(quiz, page, above).map((q) => ({ id: `answer ${q.id}`, label: nameOf(q) })),
    { id: 'scale marks', label: 'the marks' },
    ...quiz.scales.map((s) => ({ id: `scale ${s.id}`, label: s.name || 'Unnamed scale' })),
    ...quiz.topics.map((t) => ({ id: `topic ${t.id}`, label: `a score in ${t.name}` })),
    ...quiz.verdicts.filter((v) => v.outcomes.length).map((v) => ({ id: `verdict ${v.id}`, label: v.name })),
    ...quiz.known.map((k) => ({ id: `known ${k.id}`, label: knownName(k) })),
    ...[...contactOf].map(([id, block]) => ({
      id: `contact ${id}`,
      label: block.fields.find((f) => f.id === id)?.label ?? id,
    })),
    { id: 'attempt', label: 'the number of tries here' },
  ];
}

export const subjectOf = (test: Test): string => {
  if ('answer' in test) return `answer ${test.answer}`;
  if ('scale' in test) return `scale ${test.scale}`;
  if ('topic' in test) return `topic ${test.topic}`;
  if ('verdict' in test) return `verdict ${test.verdict}`;
  if ('known' in test) return `known ${test.known}`;
  return 'contact' in test ? `contact ${test.contact}` : 'attempt';
};

/** A test of a subject as it is first put down. */
export function newTest(quiz: Quiz, subject: string): Test {
  const [what = '', id = ''] = subject.split(' ');
  switch (what) {
    case 'answer': {
      const question = quizIndex(quiz).questions.get(id);
      return question ? firstTestOf(question) : { answer: id, answered: true };
    }
    case 'scale':
      return { scale: id, ge: 1 };
    case 'topic':
      return { topic: id, of: 'marks', unit: 'percent', ge: 50 };
    case 'verdict':
      return { verdict: id, is: quiz.verdicts.find((v) => v.id === id)?.outcomes[0]?.id ?? 'none' };
    case 'known':
      return { known: id, is: '' };
    case 'contact':
      return { contact: id, answered: true };
    default:
      return { attempt: true, ge: 2 };
  }
}

export const firstTest = (quiz: Quiz, page: string, above?: string | null): Test => {
  const all = questionsBefore(quiz, page, above);
  const own = all.filter((q) => quizIndex(quiz).pageOf.get(q.id)?.id === page);
  const question = own.at(-1) ?? all.at(-1);
  return newTest(quiz, question ? `answer ${question.id}` : 'scale marks');
};
