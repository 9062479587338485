import { error, type Finding, warning } from '../../schema/finding';
import type { Choice } from '../../schema/quiz';
import { twice, unspokenParts, unworded } from '../found';
import type { FindingSide } from '../kind';
import { pickRange } from './options';

export const choiceFindings: FindingSide<Choice> = {
  findings(question, looked) {
    const { at, name } = looked;
    const { options, pick } = question;
    const found: Finding[] = [];
    if (options.length < 2)
      found.push(error('choice-too-few-options', 'write', at, `“${name}” needs at least two answers.`));
    found.push(
      ...unworded(looked, options, { one: 'An answer', many: 'answers' }, 'options'),
      ...twice(looked, options, 'options'),
    );
    if (pick === 'one' && options.filter((o) => o.credit === 1).length > 1)
      found.push(
        warning(
          'several-keys-one-pick',
          'score',
          at,
          `“${name}” has several right answers, but only one can be chosen.`,
          {
            say: 'Let visitors choose several',
            edit: {
              name: 'set-pick',
              ops: [{ op: 'set', at: ['pages', at[0] ?? '', 'blocks', question.id], field: ['pick'], to: 'many' }],
            },
          },
        ),
      );
    const { min, max } = pickRange(question);
    if (min > max)
      found.push(
        error('condition-type', 'write', at, `“${name}” wants at least ${min} answers but allows ${max} at most.`),
      );
    return [...found, ...unspokenParts(looked, options)];
  },
};
