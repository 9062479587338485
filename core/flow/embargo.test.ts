import { demoQuiz, choice, option, page, quiz, result, strongest } from '../../tests/quizzes';
import type { Block, Quiz } from '../schema/quiz';
import { embargoOf } from './embargo';
import { foldRun, step } from './run';
import type { Sent } from './sent';
import { viewOf } from './view';

const at = (iso: string) => Date.parse(iso);
const [day, before, after] = ['2027-05-11T09:00:00Z', '2027-05-11T08:59:59Z', '2027-05-11T09:00:01Z'];
const keeping = (held: Quiz['delivery']['held']): Quiz => ({ ...demoQuiz('tourer'), delivery: held ? { held } : {} });

describe('a result', () => {
  it.each([
    ['that is not kept back', undefined, before, null, null],
    ['before its moment', day, before, null, day],
    ['at its moment', day, day, null, null],
    ['after its moment', day, after, null, null],
    ['that was never released', 'released', after, null, 'released'],
    ['of a run that finished before the release', 'released', after, '2027-05-10T12:00:00Z', null],
    ['of a run that finished as it was released', 'released', after, '2027-05-10T10:00:00Z', null],
    ['of a run that finished after the release', 'released', after, '2027-05-10T09:59:59Z', 'released'],
    ['released by hand before its moment', day, before, '2027-05-10T12:00:00Z', null],
    ['of which something waits for a person', 'marked', after, null, 'marked', 1],
    ['of which nothing waits any more', 'marked', before, null, null, 0],
    ['released though something waits', 'marked', after, '2027-05-10T12:00:00Z', null, 1],
  ] as const)('%s', (_, held, now, released, expected, pending = 0) => {
    expect(
      embargoOf(keeping(held), {
        finishedAt: at('2027-05-10T10:00:00Z'),
        releasedAt: released === null ? null : at(released),
        now: at(now),
        pending,
      }),
    ).toBe(expected);
  });
});

describe('what stands instead of it', () => {
  const contact = (id: string, more: Partial<Extract<Block, { kind: 'contact' }>> = {}): Block => ({
    id,
    kind: 'contact',
    prompt: 'Where to?',
    fields: [{ id: `${id}-email`, label: 'E-mail', format: 'email' }],
    skippable: true,
    ...more,
  });
  const insert = (value: 'outcome' | 'points'): Extract<Block, { kind: 'contact' }>['body'] => ({
    type: 'doc',
    content: [{ type: 'paragraph', content: [{ type: 'insert', attrs: { value, ref: 'v', fallback: '' } }] }],
  });
  const blocks: Block[] = [
    { id: 'told', kind: 'verdict', verdict: 'v' },
    { id: 'w', kind: 'words', body: 'You did well' },
    { id: 'share', kind: 'share' },
    { id: 'sure', kind: 'certificate', title: 'Rider', body: insert('outcome') },
    contact('plain'),
    contact('some', { showIf: { verdict: 'v', is: 'x' } }),
    contact('telling', { body: insert('outcome') }),
  ];
  const made = (end: Partial<Quiz['pages'][number]> = {}) =>
    quiz(
      [
        page('p', [choice('q', [option('a', { x: 1 }), option('b', { y: 1 })])]),
        { ...result('ridge-seekers', blocks), ...end },
      ],
      { verdicts: [strongest('v', ['x', 'y'])] },
    );
  const go: Sent = { do: 'go', page: 'p', answers: { q: ['a'] } };
  const seen = (q: Quiz) => viewOf(q, foldRun(q, { seed: 1 }, [go]), 'released').page;

  it('is that it is kept back, and contact forms that do not tell', () => {
    expect(seen(made())).toMatchObject({
      id: '~',
      stage: 'result',
      blocks: [
        { kind: 'held-back', until: 'released' },
        { kind: 'contact', id: 'plain' },
      ],
    });
    for (const word of ['ridge-seekers', 'You did well', 'Rider', 'telling', 'some'])
      expect(JSON.stringify(seen(made()))).not.toContain(word);
  });
  it('has no form where the page itself is for some alone', () => {
    expect(seen(made({ showIf: { verdict: 'v', is: 'x' } }))?.blocks).toHaveLength(1);
  });
  it('changes nothing before the end', () => {
    const q = made();
    expect(viewOf(q, foldRun(q, { seed: 1 }, []), 'released')).toEqual(viewOf(q, foldRun(q, { seed: 1 }, [])));
  });
  it('takes a contact that is left there', () => {
    const q = made();
    const left = { plain: { fields: { 'plain-email': 'ida@example.com' } } };
    const next = step(q, foldRun(q, { seed: 1 }, [go]), {
      do: 'go',
      page: '~',
      contact: { ...left, some: { skipped: true }, telling: { skipped: true } },
    });
    expect('run' in next && next.run.contact).toMatchObject(left);
    expect(step(q, foldRun(q, { seed: 1 }, []), { do: 'go', page: '~' })).toHaveProperty('refused');
  });
});
