import type { Quiz } from '../schema/quiz';
import { quizIndex } from '../document/lookup';
import type { Answer } from '../values/answer';
import type { Facts } from '../conditions/evaluate';
import { type Ledger, readMarks, readRight, readScale } from '../scoring/ledger';
import { decide } from './registry';

export type Sources = {
  shown: (question: string) => boolean;
  answer: (question: string) => Answer | undefined;
  known: (id: string) => string | undefined;
  contact: (field: string) => { asked: boolean; value: string };
  attempts: () => number;
};

/**
 * The facts of a run, read off its ledger and its answers. Verdicts are decided only when asked for, in document order.
 * @param makeLedger called once, and only if something asks about a sum
 */
export function factsOf(quiz: Quiz, makeLedger: () => Ledger, sources: Sources): Facts {
  let made: Ledger | undefined;
  const ledger = () => (made ??= makeLedger());
  const facts: Facts = {
    ...sources,
    question: (id) => quizIndex(quiz).questions.get(id),
    value(target, unit, topic) {
      if (unit === 'right') {
        if (target !== 'marks') return { value: null, most: null };
        const { right, asked } = readRight(quiz, ledger(), topic);
        return { value: right, most: asked };
      }
      if (target === 'marks') {
        const marks = readMarks(quiz, ledger(), topic);
        return unit === 'percent'
          ? { value: marks.percent, most: 100 }
          : { value: marks.awarded, most: marks.possible };
      }
      if (!quiz.scales.some((s) => s.id === target)) return { value: null, most: null };
      const reading = readScale(quiz, ledger(), target, topic);
      return unit === 'percent'
        ? { value: reading.percent, most: 100 }
        : { value: reading.points, most: reading.highest };
    },
    outcomes(id) {
      const verdict = quiz.verdicts.find((v) => v.id === id);
      return verdict ? decide(quiz, verdict, ledger(), facts).outcomes : [];
    },
  };
  return facts;
}
