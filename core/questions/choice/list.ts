import type { Choice } from '../../schema/quiz';
import { fold } from '../../text/fold';
import type { ListSide } from '../kind';
import { type ListedAnswer, yes } from '../listed';
import { choiceScore } from './score';

export const choiceList: ListSide<Choice> = {
  listWords: {
    choice: ['choice', 'one', 'one answer', 'single', 'radio', 'multiple choice'],
    many: ['many', 'several', 'several answers', 'multiple', 'checkbox', 'multiple answers'],
    'yes-no': ['yes/no', 'yes-no', 'yes or no', 'true/false', 'true or false', 'boolean'],
  },
  toRow(question, lose) {
    if (question.options.some((o) => o.picture)) lose((name) => `the pictures of ${name}`);
    if (question.other) lose((name) => `the free entry of ${name}`);
    if (question.min !== undefined || question.max !== undefined) lose((name) => `how many answers ${name} wants`);
    const isKeyed = choiceScore.isKeyed(question);
    return {
      kind: question.as === 'yes-no' ? 'yes/no' : question.pick === 'many' ? 'many' : 'one',
      answers: question.options.map((o) => ({ text: o.text, credit: isKeyed ? (o.credit ?? 0) : null })),
    };
  },
  fromRow({ common, variant, isNamed, answers, right, understood, note }) {
    const given = answers.length || variant !== 'yes-no' ? answers : yesNo(right);
    const options = given.map((a, i) => ({ id: `o${i + 1}`, text: a.text, ...(a.credit ? { credit: a.credit } : {}) }));
    if (options.length < 2)
      note(
        'guessed',
        (name) =>
          `${name} has ${options.length === 1 ? 'one answer' : 'no answers'}; two are needed before it can be published.`,
      );
    const rights = options.filter((o) => o.credit === 1).length;
    const many = variant === 'many' || (variant === 'choice' && !isNamed && rights > 1);
    understood(`${many ? 'several' : 'one'} of ${options.length} answers${rights ? `, ${rights} right` : ''}`);
    return {
      ...common,
      kind: 'choice',
      pick: many ? 'many' : 'one',
      ...(variant === 'yes-no' ? { as: 'yes-no' as const } : {}),
      options,
    };
  },
};

function yesNo(right: string): ListedAnswer[] {
  const trueFalse = ['true', 'false'].includes(fold(right));
  const said = yes(right);
  return [true, false].map((value) => ({
    text: trueFalse ? (value ? 'True' : 'False') : value ? 'Yes' : 'No',
    credit: said === value ? 1 : null,
  }));
}
