'use client';
/** Write: the manuscript with margin notes, and the visitor's view beside it. */
import { Plus } from 'lucide-react';
import { type ClipboardEvent, useMemo, useRef } from 'react';
import styled from 'styled-components';
import type { Page, Quiz } from '../../core/quiz/schema';
import { isContact, isQuestion } from '../../core/quiz/lookup';
import { TextButton } from '../../ui/controls';
import { BankButton } from '../bank/from-bank';
import { useDocumentStore, useQuiz } from '../document';
import { addPage, addResultPage, addWelcome, makeQuestion } from '../edits';
import { useArrival } from '../shell/place';
import { targetsOf } from '../targets';
import { pasteEdit } from './bulk';
import { FocusProvider, useCursor } from './cursor';
import { walkLines } from './fields';
import { LiveView } from './live-view';
import { PagePart } from './page-part';
import { begun } from './preset-edits';
import { Reading, ReadButton } from './reading';
import { SelectedLine } from './selected';
import { Manuscript, Row } from './sheet';
import { Whole } from './whole';

const Split = styled.div`
  display: flex;
  align-items: flex-start;
  min-height: 100%;
`;

export function Write({
  bank = false,
}: {
  /** The question bank, which has no welcome, no results, and no visitors. */ bank?: boolean;
}) {
  const quiz = useQuiz();
  const store = useDocumentStore();
  const sheet = useRef<HTMLDivElement>(null);
  const { cursor, focusLater, onFocus, onPointerDown } = useCursor(sheet);
  const targets = targetsOf(quiz);
  const parts = useMemo(
    () => ({ verdicts: quiz.verdicts, scales: quiz.scales, topics: quiz.topics }),
    [quiz.verdicts, quiz.scales, quiz.topics],
  );
  useArrival(arrive);
  /** Questions that were copied, here or in another quiz, come in behind the page with the cursor. */
  const paste = (event: ClipboardEvent) => {
    const { quiz: now, edit } = store.getState();
    const behind = now.pages.find((p) => p.id === cursor.page && p.stage === 'ask') ?? lastAsk;
    const put = behind && pasteEdit(now, event.clipboardData.getData('text/plain'), behind.id);
    if (!put) return;
    event.preventDefault();
    event.stopPropagation();
    if (edit(put.edit)) focusLater(`prompt ${put.first}`);
  };

  const first = quiz.pages[0];
  const welcomes = first?.stage === 'ask' && !first.blocks.some((b) => isQuestion(b) || isContact(b));
  const lastAsk = quiz.pages.filter((p) => p.stage === 'ask').at(-1);
  let number = 1;
  return (
    <FocusProvider value={focusLater}>
      <Reading>
        <Split>
          <Manuscript
            ref={sheet}
            onFocus={onFocus}
            onPointerDown={onPointerDown}
            onKeyDown={walkLines}
            onPasteCapture={paste}
          >
            <Whole quiz={quiz} page={cursor.page} bank={bank} arrive={arrive} />
            {!welcomes && !bank && (
              <Row>
                <TextButton
                  $weight={500}
                  onPress={() => store.getState().edit(addWelcome(store.getState().quiz))}
                  style={{ color: 'var(--ink-3)' }}
                >
                  <Plus size={15} /> Add a welcome page
                </TextButton>
              </Row>
            )}
            {quiz.pages.map((page, i) => {
              const firstNumber = number;
              number += page.blocks.filter(isQuestion).length;
              return (
                <div key={page.id}>
                  <PagePart
                    page={page}
                    place={i + 1}
                    firstNumber={firstNumber}
                    leadsTo={bank ? '' : leadsTo(quiz, page, i)}
                    quiz={parts}
                    targets={targets}
                    cursor={cursor.page === page.id ? cursor : null}
                  />
                  {page.id === lastAsk?.id && (
                    <Row>
                      <TextButton
                        onPress={() => {
                          const made = begun(store.getState().quiz, makeQuestion());
                          store.getState().edit(addPage(store.getState().quiz, page.id, made).edit);
                          focusLater(`prompt ${made.id}`);
                        }}
                      >
                        <Plus size={15} /> Next question
                      </TextButton>
                      <ReadButton behind={page.id} />
                      {!bank && <BankButton behind={page.id} onTaken={(first) => focusLater(`prompt ${first}`)} />}
                    </Row>
                  )}
                </div>
              );
            })}
            {!bank && !quiz.pages.some((p) => p.stage === 'result') && (
              <Row>
                <TextButton onPress={() => store.getState().edit(addResultPage(store.getState().quiz))}>
                  <Plus size={15} /> Add a result page
                </TextButton>
              </Row>
            )}
            <SelectedLine bank={bank} />
          </Manuscript>
          <LiveView quiz={quiz} page={cursor.page} />
        </Split>
      </Reading>
    </FocusProvider>
  );
}

/** Where a page leads, as its margin says it: the next page, or how many others too. */
function leadsTo(quiz: Quiz, page: Page, index: number): string {
  if (page.stage === 'result') return '';
  const next =
    quiz.pages.slice(index + 1).find((p) => p.stage === 'ask') ?? quiz.pages.find((p) => p.stage === 'result');
  const others = page.routes?.length ?? 0;
  const name = next ? (next.stage === 'result' ? 'the result' : next.name || 'the next page') : 'the end';
  return others ? `${name} or ${others} other ${others === 1 ? 'page' : 'pages'}` : name;
}

/** A finding of the check leads here: its place is brought into view and takes the cursor. */
export function arrive(id: string): void {
  const name = CSS.escape(id);
  const place = document.querySelector(`[data-option="${name}"], [data-block="${name}"], [data-page="${name}"]`);
  place?.scrollIntoView({ block: 'center' });
  place?.querySelector<HTMLElement>('textarea, input, [contenteditable]')?.focus({ preventScroll: true });
}
