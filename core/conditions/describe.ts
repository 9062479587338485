/** Conditions and targets in words, as a creator reads them. */
import { OTHER } from '../questions/choice/options';
import type { Test } from '../questions/kind';
import { offeredBy } from '../questions/registry';
import { quizIndex, isQuestion, nameOf } from '../document/lookup';
import type { Condition, Question, Quiz, Target, Unit } from '../schema/quiz';
import {
  type Bounds,
  bounds,
  comparisons,
  CONTAINS,
  flags,
  idsOf,
  isBounded,
  listOperatorNames,
  listOperators,
  mostOf,
  unitWords,
} from './operators';

export type { Test } from '../questions/kind';

const joined = (parts: string[], word: string): string =>
  parts.length < 2 ? (parts[0] ?? '') : `${parts.slice(0, -1).join(', ')} ${word} ${parts.at(-1) ?? ''}`;

const optionWords = (question: Question | undefined, id: string): string => {
  if (id === OTHER) return 'something else';
  const option = offeredBy(question)?.options.find((o) => o.id === id);
  return option ? option.text || option.picture?.text || 'an answer without words' : 'an answer that is gone';
};

function boundWords(test: Bounds, unit: Unit = 'points'): string {
  const parts = bounds.flatMap((key) => {
    const bound = test[key];
    if (bound === undefined) return [];
    if (bound === 'most') return [key === 'ge' ? mostOf.ge : comparisons[key].says('the full score')];
    return [comparisons[key].says(`${bound}${unitWords[unit]}`.replace('-', '−'))];
  });
  return joined(parts, 'and');
}

/** "How far? is Under 20 km and Wilder is 5 or more" */
export function conditionWords(quiz: Quiz, condition: Condition): string {
  const inside = (c: Condition) =>
    ('all' in c && c.all.length > 1) || ('any' in c && c.any.length > 1)
      ? `(${conditionWords(quiz, c)})`
      : conditionWords(quiz, c);
  if ('all' in condition) return joined(condition.all.map(inside), 'and') || 'always';
  if ('any' in condition) return joined(condition.any.map(inside), 'or') || 'never';
  if ('not' in condition) return `not ${inside(condition.not)}`;
  return testWords(quiz, condition);
}

function answerWords(question: Question | undefined, test: Extract<Test, { answer: string }>): string {
  const say = (ids: string[]) => ids.map((id) => optionWords(question, id));
  const lists = listOperatorNames.flatMap((name) => {
    const ids = test[name];
    const { says, joins } = listOperators[name];
    return ids === undefined ? [] : [says(joined(say(idsOf(ids)), joins))];
  });
  const parts = [
    ...lists,
    ...(test.answered === undefined ? [] : [flags.answered[`${test.answered}`]]),
    ...(test.right === undefined ? [] : [flags.right[`${test.right}`]]),
    ...(test.contains === undefined ? [] : [`${CONTAINS} “${test.contains}”`]),
    ...(isBounded(test) ? [boundWords(test)] : []),
  ];
  return `${question ? nameOf(question) : 'a question that is gone'} ${joined(parts, 'and')}`;
}

function testWords(quiz: Quiz, test: Test): string {
  const { questions, outcomes, contactOf } = quizIndex(quiz);
  const scaleName = (id: string) =>
    id === 'marks' ? 'the score in marks' : (quiz.scales.find((s) => s.id === id)?.name ?? 'a scale that is gone');
  if ('answer' in test) return answerWords(questions.get(test.answer), test);
  if ('scale' in test) return `${scaleName(test.scale)} ${boundWords(test, test.unit)}`;
  if ('topic' in test) {
    const topic = quiz.topics.find((t) => t.id === test.topic)?.name ?? 'a topic that is gone';
    return `${scaleName(test.of)} in ${topic} ${boundWords(test, test.unit)}`;
  }
  if ('verdict' in test) return `the visitor is ${outcomes.get(test.is)?.outcome.name || 'an outcome that is gone'}`;
  if ('known' in test)
    return `${quiz.known.find((k) => k.id === test.known)?.name?.trim() || test.known} ${test.is === undefined ? `${CONTAINS} “${test.contains ?? ''}”` : `is “${test.is}”`}`;
  if ('contact' in test) {
    const field = contactOf.get(test.contact)?.fields.find((f) => f.id === test.contact);
    return `${field?.label ?? 'a field that is gone'} ${test.answered ? 'was given' : 'was not given'}`;
  }
  return `the number of tries here ${boundWords(test)}`;
}

/**
 * Where a target leads: "Repairs", "the next page", "the result".
 * @param titles of other quizzes by id, where they are known
 */
export function targetWords(quiz: Quiz, target: Target | undefined, titles?: ReadonlyMap<string, string>): string {
  if (target === undefined || target === 'next') return 'the next page';
  if (target === 'finish') return 'the result';
  if (target === 'again') return 'this page again';
  if ('page' in target) return quiz.pages.find((p) => p.id === target.page)?.name || 'a page without a name';
  return 'quiz' in target ? `the quiz “${titles?.get(target.quiz) ?? target.quiz}”` : target.url;
}

/**
 * Questions that a condition can ask about, the bank's among them.
 * @param above of this page, only what stands above this block; null for nothing of it. Left out: all of it, as for rules on leaving it.
 */
export function questionsBefore(quiz: Quiz, page: string, above?: string | null): Question[] {
  const at = quizIndex(quiz).position.get(page) ?? 0;
  const here = quiz.pages[at]?.blocks ?? [];
  const own =
    above === undefined
      ? here
      : here.slice(
          0,
          Math.max(
            0,
            here.findIndex((b) => b.id === above),
          ),
        );
  return [...quiz.pages.slice(0, at).flatMap((p) => p.blocks), ...own].filter(isQuestion).concat(quiz.bank ?? []);
}
