'use client';
/** Quizzes to start from: looked at as their visitors would meet them, then taken over whole. */
import { Muted } from '../../ui/text';
import { messageOf } from '../shared/trouble';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { Template } from '../../contract/quizzes';
import { drawnCount } from '../../core/flow/draw';
import { isQuestion } from '../../core/document/lookup';
import type { Quiz } from '../../core/schema/quiz';
import { PrimaryButton, TextButton } from '../../ui/controls';
import { SideSheet } from '../../ui/side-sheet';
import { call } from '../../contract/call';
import { Shelf } from '../shell/shelf';
import { TryPage, useTry } from '../shell/try-quiz';

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
    call('GET /api/templates', {}).then(
      (got) => setTemplates(got.templates),
      (error: unknown) => setTrouble(messageOf(error)),
    );
  }, []);
  const template = templates[chosen];
  const take = async () => {
    if (!template) return;
    setBusy(true);
    try {
      const text = JSON.stringify(template.quiz);
      const { id } = await call('POST /api/quizzes/read', { body: { text, fileName: 'quiz.json' } });
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
        <Shelf>
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
              <Muted>{template.quiz.description}</Muted>
            </div>
            <Taken key={template.quiz.id} quiz={template.quiz} />
          </div>
        </Shelf>
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
  // Count the questions that are drawn, not the pool.
  const questions = quiz.pages.reduce((sum, { draw, blocks }) => {
    const own = blocks.filter(isQuestion).length;
    return sum + (draw ? drawnCount(draw) : own);
  }, 0);
  const outcomes = quiz.verdicts.reduce((sum, v) => sum + v.outcomes.length, 0);
  const many = (n: number, one: string) => `${n} ${n === 1 ? one : `${one}s`}`;
  const parts = [
    many(questions, 'question'),
    ...(outcomes ? [many(outcomes, 'outcome')] : []),
    ...(quiz.messages.length ? ['a letter'] : []),
  ];
  return parts.join(', ');
}
