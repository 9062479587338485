import { given } from '../../values/given';
import type { ListSide, Of, RowRead } from '../kind';
import { boundFields, targetFrom } from '../listed';

export const numberList: ListSide<Of<'number'>> = {
  listWords: { number: ['number', 'numeric'] },
  toRow: targetedRow,
  fromRow: (row) => ({ ...row.common, kind: 'number', ...targetedFields(row) }),
};

export function targetedRow(question: Of<'number' | 'slider'>) {
  const { kind, target, within, withinPercent } = question;
  const around = withinPercent !== undefined ? ` ± ${withinPercent}%` : within ? ` ± ${within}` : '';
  return {
    kind,
    ...(target === undefined ? {} : { right: `${target}${around}` }),
    fields: boundFields(question),
  };
}

export function targetedFields({ number, right, answers, understood, note }: RowRead) {
  const target = targetFrom(right || (answers[0]?.text ?? ''));
  if ((right || answers.length) && !target)
    note('refused', (name) => `“${right || answers[0]?.text}” is not a number, so ${name} has no right answer.`);
  understood(target ? `a number, right at ${target.target}` : 'a number');
  return {
    ...given('min', number('least')),
    ...given('max', number('most')),
    ...given('step', number('step')),
    ...target,
  };
}
