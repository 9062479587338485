'use client';
/** Whether everybody gets all questions of a page, or a few of them by chance; and what three visitors would get. */
import { Muted } from '../../ui/text';
import { useMemo } from 'react';
import { isQuestion, nameOf, without } from '../../core/document/lookup';
import type { Draw, Page, Quiz } from '../../core/schema/quiz';
import { drawnBlocks, drawnCount, poolOf } from '../../core/flow/draw';
import { Choose, TextButton } from '../../ui/controls';
import { NumberField } from '../fields/number-field';

type Props = { quiz: Quiz; page: Page; set: (field: string, was: unknown, to: unknown, join?: string) => void };

export function Dealt({ quiz, page, set }: Props) {
  const { draw } = page;
  const own = page.blocks.filter(isQuestion).map((q) => q.id);
  const bank = quiz.bank ?? [];
  if (!draw && own.length < 2 && bank.length === 0) return null;
  const from = !draw ? 'all' : draw.from === 'bank' ? 'bank' : dealsAll(draw, own) ? 'order' : 'page';
  const change = (to: Draw | undefined, join?: string) => set('draw', draw, to, join);
  const start = (pool: Draw['from']): Draw => ({
    from: pool,
    count: Math.max(1, Math.floor((pool === 'bank' ? bank.length : own.length) / 2)),
  });
  return (
    <div style={{ borderTop: '1px solid var(--line)', padding: '10px 0', lineHeight: '28px' }}>
      Visitors get{' '}
      <Choose
        label="Which of its questions visitors get"
        value={from}
        options={[
          { id: 'all', label: 'all of its questions' },
          ...(own.length > 1 ? [{ id: 'order' as const, label: 'all of its questions, in an order by chance' }] : []),
          ...(own.length > 1 || from === 'page'
            ? [{ id: 'page' as const, label: 'a few of its questions, by chance' }]
            : []),
          ...(bank.length || from === 'bank'
            ? [{ id: 'bank' as const, label: `a few of the ${bank.length} in the bank of this quiz, by chance` }]
            : []),
        ]}
        onChange={(to) => {
          if (to === from) return;
          if (to === 'order') change({ from: own, count: own.length });
          else change(to === 'all' ? undefined : start(to === 'bank' ? 'bank' : own));
        }}
      />
      {draw && from !== 'order' && <Counts quiz={quiz} draw={draw} onChange={change} />}
      {draw && draw.from !== 'bank' && <Added draw={draw} own={own} onChange={change} />}
      {draw && <Examples quiz={quiz} page={page} />}
    </div>
  );
}

/** Whether a draw leaves none of the page's questions out, so that only their order is by chance. */
export const dealsAll = (draw: Draw, own: string[]): boolean =>
  draw.from !== 'bank' &&
  draw.topic === undefined &&
  own.every((id) => draw.from.includes(id)) &&
  drawnCount(draw) >= draw.from.length;

type DrawProps = { draw: Draw; onChange: (draw: Draw, join?: string) => void };

/** How many in all, and how many of each topic at least. */
function Counts({ quiz, draw, onChange }: DrawProps & { quiz: Quiz }) {
  const pool = poolOf(quiz, draw);
  const topics = quiz.topics.filter((t) => pool.some((q) => q.topic === t.id));
  const { byTopic = {} } = draw;
  return (
    <>
      :{' '}
      <NumberField
        label=""
        name="How many questions visitors get"
        after={`of ${pool.length}`}
        value={drawnCount(draw)}
        above={0}
        onChange={(to) => onChange({ ...draw, count: Math.round(to ?? 1) }, 'count')}
      />
      {topics.length > 0 && (
        <div style={{ display: 'flex', flexWrap: 'wrap', gap: '0 18px' }} role="group" aria-label="Of each topic">
          {topics.map((t) => (
            <NumberField
              key={t.id}
              label={`of ${t.name}`}
              name={`How many of ${t.name}`}
              after={`of ${pool.filter((q) => q.topic === t.id).length}`}
              value={byTopic[t.id]}
              placeholder="any"
              above={0}
              onChange={(to) => {
                const others: Record<string, number> = without(byTopic, t.id);
                const next = to === undefined ? others : { ...others, [t.id]: Math.round(to) };
                const rest = without(draw, 'byTopic');
                onChange(Object.keys(next).length ? { ...rest, byTopic: next } : rest, `topic ${t.id}`);
              }}
            />
          ))}
        </div>
      )}
    </>
  );
}

/** Questions that were put on the page after the draw was made. */
function Added({ draw, own, onChange }: DrawProps & { own: string[] }) {
  const left = own.filter((id) => draw.from !== 'bank' && !draw.from.includes(id));
  if (left.length === 0) return null;
  return (
    <Muted as="p">
      {left.length} {left.length === 1 ? 'question of this page is' : 'questions of this page are'} never dealt.{' '}
      <TextButton $weight={500} onPress={() => onChange({ ...draw, from: own })}>
        Take {left.length === 1 ? 'it' : 'them'} in
      </TextButton>
    </Muted>
  );
}

/** What the first three visitors would be dealt. */
function Examples({ quiz, page }: { quiz: Quiz; page: Page }) {
  const examples = useMemo(
    () => [1, 2, 3].map((seed) => drawnBlocks(quiz, page, seed).filter(isQuestion).map(nameOf)),
    [quiz, page],
  );
  return (
    <ul
      aria-label="Three examples"
      style={{
        listStyle: 'none',
        margin: '4px 0 0',
        padding: '0 0 0 14px',
        borderInlineStart: '2px solid var(--line)',
        fontSize: 14,
        lineHeight: '22px',
        color: 'var(--ink-2)',
      }}
    >
      {examples.map((names, i) => (
        <li key={i}>One gets: {names.join(' · ')}</li>
      ))}
    </ul>
  );
}
