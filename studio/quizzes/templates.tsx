'use client';
/** Quizzes to start from: seen with picture and purpose, looked at as their visitors would meet them, then taken over whole. */
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';
import type { Template, TemplateLine } from '../../contract/quizzes';
import type { Quiz } from '../../core/schema/quiz';
import { PrimaryButton } from '../../ui/controls';
import { SideSheet } from '../../ui/side-sheet';
import { Muted } from '../../ui/text';
import { messageOf } from '../shared/trouble';
import { Shelf } from '../shell/shelf';
import { TryPage, useTry } from '../shell/try-quiz';

const Cards = styled.ol`
  list-style: none;
  margin: 14px 0 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(196px, 1fr));
  gap: 24px 28px;
  button {
    display: flex;
    flex-direction: column;
    align-items: stretch;
    width: 100%;
    padding: 0 0 8px;
    border: 0;
    border-top: 1px solid var(--ink);
    border-radius: 0;
    background: none;
    text-align: start;
    cursor: pointer;
  }
  button:hover b {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  img,
  .blank {
    display: block;
    width: 100%;
    aspect-ratio: 2;
    object-fit: cover;
    background: var(--line);
    margin-bottom: 10px;
  }
  b {
    display: block;
    font: 700 17px/1.3 var(--heading);
    text-wrap: pretty;
  }
  span,
  small {
    display: block;
    color: var(--ink-2);
    font-size: 13px;
    line-height: 19px;
  }
`;

export function Templates({ lines }: { lines: TemplateLine[] }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <section aria-labelledby="templates" style={{ marginTop: 44 }}>
      <h2 id="templates" style={{ font: '700 24px/1.25 var(--heading)' }}>
        Or start from a whole quiz
      </h2>
      <p style={{ color: 'var(--ink-2)' }}>
        Questions, outcomes, contact page and letter are all in it. Take it as a visitor first, then make it yours.
      </p>
      <Cards>
        {lines.map((line) => (
          <li key={line.id}>
            <button type="button" onClick={() => setOpen(line.id)}>
              {line.picture ? <img src={line.picture.src} alt="" loading="lazy" /> : <span className="blank" />}
              <b>{line.title}</b>
              <span>
                {line.trade}: {line.purpose.charAt(0).toLowerCase() + line.purpose.slice(1)}
              </span>
              <small>{size(line)}</small>
            </button>
          </li>
        ))}
      </Cards>
      {open !== null && <TemplateSheet lines={lines} first={open} onClose={() => setOpen(null)} />}
    </section>
  );
}

function TemplateSheet({ lines, first, onClose }: { lines: TemplateLine[]; first: string; onClose: () => void }) {
  const [templates, setTemplates] = useState<Template[]>([]);
  const [chosen, setChosen] = useState(first);
  const [trouble, setTrouble] = useState('');
  const [busy, setBusy] = useState(false);
  const router = useRouter();
  useEffect(() => {
    call('GET /api/templates', {}).then(
      (got) => setTemplates(got.templates),
      (error: unknown) => setTrouble(messageOf(error)),
    );
  }, []);
  const template = templates.find(({ quiz }) => quiz.id === chosen);
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
      <Shelf>
        <ol aria-label="Quizzes to start from">
          {lines.map((line) => (
            <li key={line.id}>
              <button type="button" aria-current={line.id === chosen} onClick={() => setChosen(line.id)}>
                <b>{line.title}</b>
                {line.trade}: {line.purpose.charAt(0).toLowerCase() + line.purpose.slice(1)}
                <small>{size(line)}</small>
              </button>
            </li>
          ))}
        </ol>
        {template && (
          <div>
            <div style={{ display: 'flex', gap: 16, alignItems: 'center', flexWrap: 'wrap', marginBottom: 16 }}>
              <PrimaryButton isDisabled={busy} onPress={() => void take()}>
                Start with this one
              </PrimaryButton>
              <Muted>{template.quiz.description}</Muted>
            </div>
            <Taken key={template.quiz.id} quiz={template.quiz} />
          </div>
        )}
      </Shelf>
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
function size({ questions, outcomes, letters }: TemplateLine): string {
  const many = (n: number, one: string) => `${n} ${n === 1 ? one : `${one}s`}`;
  const parts = [
    many(questions, 'question'),
    ...(outcomes ? [many(outcomes, 'outcome')] : []),
    ...(letters ? [letters === 1 ? 'a letter' : `${letters} letters`] : []),
  ];
  return parts.join(', ');
}
