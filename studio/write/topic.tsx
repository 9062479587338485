'use client';
import { memo, useId, useState } from 'react';
import styled from 'styled-components';
import { quizIndex } from '../../core/document/lookup';
import type { Topic } from '../../core/schema/quiz';
import { useDocumentStore } from '../document';
import { setTopic } from '../edits/edits';

const Plain = styled.input`
  border: 0;
  border-bottom: 1.5px solid transparent;
  background: transparent;
  font-size: 13px;
  padding: 0;
  height: 24px;
  width: 180px;
  max-width: 100%;
  border-radius: 0;
  &:hover,
  &:focus {
    border-color: var(--ink-3);
  }
  &::placeholder {
    color: var(--ink-3);
    opacity: 1;
  }
`;

/** The topic a question is filed under: typed, or chosen among those there are. A new word makes a new topic. */
export const TopicField = memo(function TopicField({
  question,
  topic,
  topics,
}: {
  /** Ids of the question and of its topic: typing its wording leaves this as it is. */
  question: string;
  topic: string | undefined;
  topics: Topic[];
}) {
  const store = useDocumentStore();
  const list = useId();
  const name = topics.find((t) => t.id === topic)?.name ?? '';
  const [typed, setTyped] = useState<string | null>(null);
  const keep = () => {
    if (typed !== null && typed.trim() !== name) {
      const { quiz, edit } = store.getState();
      const asked = quizIndex(quiz).questions.get(question);
      if (asked) edit(setTopic(quiz, asked, typed.trim()));
    }
    setTyped(null);
  };
  return (
    <label style={{ display: 'flex', gap: 5, alignItems: 'center', color: 'var(--ink-3)' }}>
      Topic:
      <Plain
        list={list}
        value={typed ?? name}
        placeholder="none"
        maxLength={200}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={keep}
        onKeyDown={(e) => {
          if (e.key === 'Enter') keep();
          if (e.key === 'Escape') setTyped(null);
        }}
      />
      <datalist id={list}>
        {topics.map((t) => (
          <option key={t.id} value={t.name} />
        ))}
      </datalist>
    </label>
  );
});
