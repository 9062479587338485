'use client';
/** Mail: the letters of the quiz as they are written and as they will arrive, and the tray of what became of them. */
import { Plus } from 'lucide-react';
import styled from 'styled-components';
import type { Mailing, Tray } from '../../contract/letters';
import { TextButton } from '../../ui/controls';
import { useDocumentStore, useQuiz } from '../document';
import { addLetter, addMakersLetter } from '../edits/letter-edits';
import { useArrival } from '../shared/arrival';
import { LetterPart } from './letter-part';
import { MailingPart } from './mailing';
import { TrayPart } from './tray';

const Split = styled.div`
  display: flex;
  align-items: stretch;
  min-height: 100%;
  .letters {
    flex: 1 1 600px;
    min-width: 0;
    padding: 14px 32px 80px 24px;
    max-width: 760px;
  }
  aside {
    flex: 1 1 360px;
    max-width: 560px;
    background: var(--chalk);
    border-inline-start: 1px solid var(--line);
    padding: 14px 24px 64px;
    min-width: 0;
  }
  h2 {
    font: 700 24px/1.25 var(--heading);
  }
  @media (max-width: 899px) {
    flex-direction: column;
    .letters,
    aside {
      max-width: none;
      padding: 14px 16px 48px;
      flex: none;
    }
  }
`;
const None = styled.p`
  font-size: 18px;
  color: var(--ink-2);
  padding: 16px 0;
  max-width: 520px;
`;
const More = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 24px;
`;

type Props = {
  tray: Tray;
  mailing: Mailing;
  own: string;
  /** Who may only read changes nothing. */
  isReader: boolean;
  /** where the demo's post office shows letters as they arrived */ postOffice: string | null;
};

export function Mail({ tray, mailing, own, isReader, postOffice }: Props) {
  const quiz = useQuiz();
  const store = useDocumentStore();
  useArrival((id) => document.getElementById(id)?.scrollIntoView({ block: 'start' }));
  const add = (made: ReturnType<typeof addLetter>) => {
    store.getState().edit(made.edit);
    // Drawn with the next turn.
    requestAnimationFrame(() => document.getElementById(made.id)?.querySelector('input')?.focus());
  };
  return (
    <Split>
      <div className="letters">
        {quiz.messages.map((letter) => (
          <LetterPart key={letter.id} letter={letter} own={own} />
        ))}
        {quiz.messages.length === 0 && (
          <None>
            No letter goes out yet. A letter is sent to each visitor who finishes and has left an address, with their
            own result in it; or to you, when somebody does.
          </None>
        )}
        <More>
          <TextButton onPress={() => add(addLetter(quiz))}>
            <Plus size={15} /> {quiz.messages.length === 0 ? 'Write a letter' : 'Another letter'}
          </TextButton>
          {!quiz.messages.some(({ to }) => to === 'me') && (
            <TextButton onPress={() => add(addMakersLetter(quiz))}>
              <Plus size={15} /> Word to me when somebody finishes
            </TextButton>
          )}
        </More>
      </div>
      <aside aria-label="Tray">
        <TrayPart first={tray} isReader={isReader} postOffice={postOffice} />
        <MailingPart first={mailing} isReader={isReader} />
      </aside>
    </Split>
  );
}
