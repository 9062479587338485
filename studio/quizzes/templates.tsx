'use client';
/** Quizzes to start from: looked at as their visitors would meet them, then taken over whole. */
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { isQuestion } from '../../core/quiz/lookup';
import type { Quiz } from '../../core/quiz/schema';
import { PrimaryButton, SideSheet, TextButton } from '../../ui/controls';
import { request } from '../request';
import { TryPage, useTry } from '../shell/try-quiz';

type Template = { purpose: string; quiz: Quiz };

const Split = styled.div`
  display: grid;
  grid-template-columns: minmax(240px, 340px) minmax(0, 1fr);
  gap: 32px;
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
    border-top: 1px solid var(--ink);
  }
  li button {
    display: block;
    width: 100%;
    text-align: start;
    border: 0;
    background: none;
    padding: 12px;
    border-bottom: 1px solid var(--line);
    border-radius: 0;
    cursor: pointer;
  }
  li button[aria-current='true'] {
    background: var(--saffron-wash);
    box-shadow: inset 4px 0 0 var(--saffron);
  }
  li b {
    display: block;
    font: 700 18px/1.3 var(--heading);
  }
  li small {
    display: block;
    font-size: 13px;
    color: var(--ink-2);
  }
  @media (max-width: 760px) {
    grid-template-columns: 1fr;
  }
`;

export function Templates() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <TextButton onPress={() => setOpen(true)}>Start from a whole quiz …</TextButton>
      {open && <TemplateSheet onClose={() => setOpen(false)} />}
    </>
  );
}

function TemplateSheet({ onClose }: { onClose: () => void }) {
  const [templates, setTemplates] = useState<Template[]>([]);
  const [chosen, setChosen] = useState(0);
  const [trouble, setTrouble] = useState('');
  const [busy, setBusy] = useState(false);
  const router = useRouter();
  useEffect(() => {
    request<{ templates: Template[] }>('/api/templates').then(
      (got) => setTemplates(got.templates),
      (error: Error) => setTrouble(error.message),
    );
  }, []);
  const template = templates[chosen];
  const take = async () => {
    if (!template) return;
    setBusy(true);
    try {
      const text = JSON.stringify(template.quiz);
      const { id } = await request<{ id: string }>('/api/quizzes/read', { text, fileName: 'quiz.json' });
      router.push(`/quizzes/${id}/write`);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'That did not work just now.');
      setBusy(false);
    }
  };
  return (
    <SideSheet wide open onClose={onClose} title="Start from a whole quiz">
      {trouble && <p role="alert">{trouble}</p>}
      {template && (
        <Split>
          <ol aria-label="Quizzes to start from">
            {templates.map(({ purpose, quiz }, i) => (
              <li key={quiz.id}>
                <button type="button" aria-current={i === chosen} onClick={() => setChosen(i)}>
                  <b>{purpose}</b>
                  {quiz.title}
                  <small>{size(quiz)}</small>
                </button>
              </li>
            ))}
          </ol>
          <div>
            <div style={{ display: 'flex', gap: 16, alignItems: 'center', flexWrap: 'wrap', marginBottom: 16 }}>
              <PrimaryButton isDisabled={busy} onPress={() => void take()}>
                Start with this one
              </PrimaryButton>
              <span style={{ color: 'var(--ink-2)' }}>{template.quiz.description}</span>
            </div>
            <Taken key={template.quiz.id} quiz={template.quiz} />
          </div>
        </Split>
      )}
    </SideSheet>
  );
}

function Taken({ quiz }: { quiz: Quiz }) {
  const { run, setSent } = useTry(quiz);
  return (
    <div style={{ maxWidth: 390 }}>
      <TryPage
        explains
        quiz={quiz}
        run={run}
        send={(sent) => setSent((old) => [...old, sent])}
        again={() => setSent([])}
      />
    </div>
  );
}

/** What there is in it, in a line. */
function size(quiz: Quiz): string {
  const questions = quiz.pages.flatMap((p) => p.blocks.filter(isQuestion)).length;
  const outcomes = quiz.verdicts.reduce((sum, v) => sum + v.outcomes.length, 0);
  return `${questions} questions, ${outcomes} outcomes${quiz.messages.length ? ', a letter' : ''}`;
}
