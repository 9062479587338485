'use client';
/** The question bank: what is kept, and the manuscript in which it is written. */
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import type { BankedQuestion } from '../../contract/quizzes';
import { questionsOf } from '../../core/document/lookup';
import { useQuiz } from '../document';
import { call } from '../../contract/call';
import { arrive, Write } from '../write/write';
import { KeptList } from '../shared/kept-list';

const Shelf = styled.section`
  padding: 14px 24px 18px;
  border-bottom: 1px solid var(--ink);
  background: var(--chalk);
  max-height: 42vh;
  overflow: auto;
  p {
    color: var(--ink-2);
    max-width: 640px;
  }
`;

export function Bank({ first }: { first: BankedQuestion[] }) {
  const quiz = useQuiz();
  const [used, setUsed] = useState(first);
  useEffect(() => {
    // Refresh on focus, because another window may have used or dropped questions.
    const look = () =>
      void call('GET /api/bank', {}).then(
        ({ kept }) => setUsed(kept),
        () => undefined,
      );
    window.addEventListener('focus', look);
    return () => window.removeEventListener('focus', look);
  }, []);
  const kept = questionsOf(quiz).map((question): BankedQuestion => ({
    question,
    topic: quiz.topics.find((t) => t.id === question.topic)?.name ?? null,
    usedIn: used.find((u) => u.question.id === question.id)?.usedIn ?? [],
  }));
  return (
    <>
      <Shelf aria-label="What is kept">
        {kept.length === 0 ? (
          <p>
            Questions to use in many quizzes. Keep one from any quiz, or write it here. What you change here changes in
            every quiz that takes it, but for those that have changed it themselves.
          </p>
        ) : (
          <KeptList kept={kept} act={{ open: (id) => arrive(quiz, id) }} />
        )}
      </Shelf>
      <Write bank />
    </>
  );
}
