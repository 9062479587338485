import { choice, option, page, quiz } from '../../tests/quizzes';
import type { Block, Question } from '../schema/quiz';
import { answerField, CONSENT, contactField, partField, wordsField } from './form-fields';
import { sentFromForm } from './plain-form';
import { LOOK_OVER } from './look-over';
import { startRun } from './run';
import { viewOf } from './view';

const of = (kind: Question['kind'], more: object) => ({ id: 'q', kind, prompt: 'q', ...more }) as Question;
const sent = (blocks: Block[], form: Record<string, string | string[]>) => {
  const made = quiz([page('p', blocks)]);
  const fields = new Map(Object.entries(form).map(([k, v]) => [k, Array.isArray(v) ? v : [v]]));
  return sentFromForm(viewOf(made, startRun(made, { seed: 1 })), fields);
};
const part = (id: string, side?: string) => partField('q', id, side);
const contact: Block = {
  id: 'c',
  kind: 'contact',
  prompt: 'c',
  skippable: true,
  fields: [{ id: 'email', label: 'E', format: 'email' }],
  consent: { text: 'Yes', version: 3, required: true },
};

describe('a plain form', () => {
  test.each<[string, Question, Record<string, string | string[]>, unknown]>([
    ['one answer', choice('q', [option('a'), option('b')]), { [answerField('q')]: 'b' }, ['b']],
    [
      'several answers',
      choice('q', [option('a'), option('b')], { pick: 'many' }),
      { [answerField('q')]: ['a', 'b'] },
      ['a', 'b'],
    ],
    ['no answer', choice('q', [option('a'), option('b')]), {}, undefined],
    [
      'nothing chosen in a drop-down',
      choice('q', [option('a')], { as: 'drop-down' }),
      { [answerField('q')]: '' },
      undefined,
    ],
    [
      'a free entry',
      choice('q', [option('a')], { other: true }),
      { [answerField('q')]: 'other', [wordsField('q')]: 'mine' },
      { options: ['other'], text: 'mine' },
    ],
    ['words', of('text', {}), { [answerField('q')]: 'tea' }, 'tea'],
    ['a number', of('number', {}), { [answerField('q')]: '2.5' }, 2.5],
    ['no number', of('number', {}), { [answerField('q')]: 'x' }, undefined],
    ['a step', of('rating', {}), { [answerField('q')]: '4' }, 4],
    ['a day', of('date', {}), { [answerField('q')]: '2027-04-18' }, '2027-04-18'],
    [
      'an order',
      of('order', { keyed: false, items: [option('a'), option('b'), option('c')] }),
      { [part('a')]: '3', [part('b')]: '1', [part('c')]: '2' },
      ['b', 'c', 'a'],
    ],
    [
      'an order with two in one place',
      of('order', { keyed: false, items: [option('a'), option('b'), option('c')] }),
      { [part('a')]: '2', [part('b')]: '2', [part('c')]: '1' },
      ['c', 'a', 'b'],
    ],
    ['no order', of('order', { keyed: false, items: [option('a'), option('b')] }), { [part('a')]: '' }, undefined],
    [
      'pairs',
      of('match', {
        pairs: [
          { left: option('l'), right: option('r') },
          { left: option('m'), right: option('s') },
        ],
      }),
      { [part('l')]: 's', [part('m')]: '' },
      { l: 's' },
    ],
    ['gaps', of('gaps', { text: 'x', gaps: [{ id: 'g' }, { id: 'h' }] }), { [part('g')]: ' word ' }, { g: 'word' }],
    [
      'a grid',
      of('grid', { pick: 'many', rows: [option('r'), option('t')], columns: [option('c'), option('d')] }),
      { [part('r')]: ['c', 'd'] },
      { r: ['c', 'd'] },
    ],
    [
      'places',
      of('spots', {
        spots: [
          { id: 's', region: { x: 0, y: 0, r: 1 } },
          { id: 't', at: [0, 0], accept: ['x'] },
        ],
      }),
      { [part('s', 'x')]: '25', [part('s', 'y')]: '140', [part('t')]: 'bell' },
      { s: [0.25, 1], t: 'bell' },
    ],
  ])('says %s', (_name, question, form, answer) => {
    expect(sent([question], form)).toEqual({
      do: 'go',
      page: 'p',
      ...(answer === undefined ? {} : { answers: { q: answer } }),
    });
  });

  it('says who it is, and whether they agreed', () => {
    const email = contactField('c', 'email');
    const given = (form: Record<string, string>) => {
      const one = sent([contact], form);
      return 'contact' in one ? one.contact?.['c'] : undefined;
    };
    expect(given({ [email]: 'a@b.test', [contactField('c', CONSENT)]: 'on' })).toEqual({
      fields: { email: 'a@b.test' },
      consent: 3,
    });
    expect(given({ [email]: 'a@b.test' })).toEqual({ fields: { email: 'a@b.test' } });
    expect(given({ [email]: ' ' })).toEqual({ skipped: true });
    expect(given({ [email]: 'a@b.test', do: 'skip c' })).toEqual({ skipped: true });
  });

  it('goes back, and to a page that is to be changed', () => {
    expect(sent([], { do: 'back' })).toEqual({ do: 'back', page: 'p' });
    expect(sent([], { do: 'change p7' })).toEqual({ do: 'change', page: 'p7' });
    expect(LOOK_OVER).not.toMatch(/[A-Za-z0-9_-]/);
  });
});
