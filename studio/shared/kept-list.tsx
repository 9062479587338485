'use client';
/** The questions of the bank as a list: looked through by words, topic, kind and use. */
import { Inline, Muted } from '../../ui/text';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import type { BankedQuestion } from '../../contract/quizzes';
import { nameOf } from '../../core/document/lookup';
import type { Question } from '../../core/schema/quiz';
import { plainText } from '../../core/text/rich';
import { Choose, LineInput } from '../../ui/controls';
import { kindLabel, kindOf } from '../../core/questions/registry';

const Filters = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
  align-items: center;
  padding: 8px 0;
`;
const List = styled.ul`
  list-style: none;
  border-top: 1px solid var(--ink);
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 2px 16px;
    align-items: baseline;
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
  }
  label,
  .open {
    display: flex;
    gap: 10px;
    align-items: baseline;
    text-align: start;
    cursor: pointer;
    font-weight: 600;
    overflow-wrap: anywhere;
    min-height: 24px;
  }
  .open {
    border: 0;
    background: none;
    padding: 0;
    color: inherit;
  }
  .open:hover {
    background: var(--saffron-wash);
  }
  input[type='checkbox'] {
    width: 18px;
    height: 18px;
    accent-color: var(--ink);
    flex: none;
    align-self: center;
  }
  small {
    color: var(--ink-2);
    font-size: 13px;
  }
  .use {
    grid-column: 1 / -1;
  }
  label + small + .use {
    padding-inline-start: 28px;
  }
`;

/** Everything in a question that somebody might look for. */
const wordsIn = (question: Question): string =>
  [
    nameOf(question),
    plainText(question.prompt),
    ...kindOf(question)
      .lines(question)
      .map((line) => line.text),
  ]
    .join(' ')
    .toLowerCase();

type Props = {
  kept: BankedQuestion[];
  /** Either one is opened, or several are ticked. */
  act: { open: (id: string) => void } | { ticked: ReadonlySet<string>; tick: (id: string, on: boolean) => void };
};

export function KeptList({ kept, act }: Props) {
  const [words, setWords] = useState('');
  const [topic, setTopic] = useState('');
  const [kind, setKind] = useState('');
  const [use, setUse] = useState('');
  const topics = [...new Set(kept.flatMap((k) => k.topic ?? []))].sort();
  const kinds = [...new Set(kept.map((k) => k.question.kind))];
  const quizzes = [...new Map(kept.flatMap((k) => k.usedIn.map((u) => [u.quiz, u.title] as const)))];
  const shown = useMemo(() => {
    const wanted = words.trim().toLowerCase().split(/\s+/);
    return kept.filter(
      (k) =>
        wanted.every((w) => wordsIn(k.question).includes(w)) &&
        (topic === '' || k.topic === topic) &&
        (kind === '' || k.question.kind === kind) &&
        (use === '' || (use === 'none' ? k.usedIn.length === 0 : k.usedIn.some((u) => u.quiz === use))),
    );
  }, [kept, words, topic, kind, use]);
  return (
    <>
      <Filters>
        <LineInput
          type="search"
          aria-label="Words in the question"
          placeholder="Words in the question"
          style={{ width: 180 }}
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
        <Inline>
          about{' '}
          <Choose
            label="Topic"
            value={topic}
            options={[{ id: '', label: 'any topic' }, ...topics.map((t) => ({ id: t, label: t }))]}
            onChange={setTopic}
          />
          , of{' '}
          <Choose
            label="Kind"
            value={kind}
            options={[{ id: '', label: 'any kind' }, ...kinds.map((k) => ({ id: k, label: kindLabel(k) }))]}
            onChange={setKind}
          />
          , used{' '}
          <Choose
            label="Where it is used"
            value={use}
            options={[
              { id: '', label: 'anywhere or nowhere' },
              { id: 'none', label: 'nowhere yet' },
              ...quizzes.map(([id, title]) => ({ id, label: `in ${title}` })),
            ]}
            onChange={setUse}
          />
        </Inline>
        <Muted role="status" $small>
          {shown.length} of {kept.length}
        </Muted>
      </Filters>
      <List aria-label="Questions of the bank">
        {shown.map(({ question, topic: name, usedIn }) => (
          <li key={question.id}>
            {'ticked' in act ? (
              <label>
                <input
                  type="checkbox"
                  checked={act.ticked.has(question.id)}
                  onChange={(e) => act.tick(question.id, e.target.checked)}
                />
                {nameOf(question)}
              </label>
            ) : (
              <button type="button" className="open" onClick={() => act.open(question.id)}>
                {nameOf(question)}
              </button>
            )}
            <small>
              {kindLabel(question.kind)}
              {name && `, ${name}`}
            </small>
            {usedIn.length > 0 && (
              <small className="use">
                In {usedIn.map((u) => `${u.title}${u.own ? ' (changed there)' : ''}`).join(', ')}
              </small>
            )}
          </li>
        ))}
      </List>
    </>
  );
}
