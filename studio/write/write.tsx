'use client';
/** Write: the manuscript with margin notes, and the visitor's view beside it. */
import { isObject } from '../../core/values/unknown';
import { Plus } from 'lucide-react';
import {
  type ClipboardEvent,
  type KeyboardEvent,
  type ComponentProps,
  Fragment,
  memo,
  useCallback,
  useEffect,
  useMemo,
  useRef,
} from 'react';
import styled from 'styled-components';
import type { Page, Quiz } from '../../core/schema/quiz';
import { isContact, isQuestion, questionsOf } from '../../core/document/lookup';
import { TextButton } from '../../ui/controls';
import { BankButton } from '../shared/from-bank';
import { useAfterPause } from '../shared/after-pause';
import { useDocumentStore, useQuiz } from '../document';
import { addPage, addResultPage, addWelcome, duplicateBlock, makeQuestion } from '../edits/edits';
import { START, useArrival } from '../shared/arrival';
import { weighedMeasures } from '../edits/measures';
import { pasteEdit } from './bulk';
import { FieldsProvider } from '../fields/registry';
import { FocusProvider, useCursor, useFocusLater } from '../fields/cursor';
import { walkLines } from '../fields/text-field';
import { LiveView } from './live-view';
import { FIRST, LONG, VirtualPage } from './virtual-page';
import { PagePart } from './page-part';
import { begun } from './preset-edits';
import { Reading, ReadButton } from './reading';
import { SelectedLine } from './selected';
import { Manuscript, Row } from '../shared/sheet';
import { QuizSettings } from './quiz-settings';

const Split = styled.div`
  display: flex;
  align-items: flex-start;
  min-height: 100%;
`;

/** Ctrl D makes the block with the cursor once more. */
function useDuplicateKey(focusLater: (field: string) => void) {
  const store = useDocumentStore();
  return (event: KeyboardEvent<HTMLElement>): boolean => {
    const isKey = (event.ctrlKey || event.metaKey) && !event.shiftKey && event.key.toLowerCase() === 'd';
    const block = event.target instanceof HTMLElement ? event.target.closest<HTMLElement>('[data-block]') : null;
    const made = isKey && block ? duplicateBlock(store.getState().quiz, block.dataset['block'] ?? '') : null;
    if (!made) return false;
    event.preventDefault();
    if (store.getState().edit(made.edit)) focusLater(`prompt ${made.id}`);
    return true;
  };
}

export function Write({
  bank = false,
}: {
  /** The question bank, which has no welcome, no results, and no visitors. */ bank?: boolean;
}) {
  const quiz = useQuiz();
  const store = useDocumentStore();
  const sheet = useRef<HTMLDivElement>(null);
  const { cursor, fields, focusLater, onFocus, onPointerDown } = useCursor(sheet);
  const targets = weighedMeasures(quiz);
  const parts = useMemo(
    () => ({ verdicts: quiz.verdicts, scales: quiz.scales, topics: quiz.topics }),
    [quiz.verdicts, quiz.scales, quiz.topics],
  );
  const later = useAfterPause(useMemo(() => ({ quiz, page: cursor.page }), [quiz, cursor.page]));
  const arriveAt = useCallback((id: string, option?: string) => arrive(store.getState().quiz, id, option), [store]);
  useArrival((id) => {
    if (id !== START) return arriveAt(id);
    // Keep the focus if somebody has placed it before hydration.
    if (!sheet.current?.contains(document.activeElement)) arriveAt(questionsOf(store.getState().quiz)[0]?.id ?? '');
  });
  // Render pages that are added later at once, because the cursor goes there.
  const standing = useRef(false);
  useEffect(() => void (standing.current = true), []);
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

  const duplicateByKey = useDuplicateKey(focusLater);
  const first = quiz.pages[0];
  const welcomes = first?.stage === 'ask' && !first.blocks.some((b) => isQuestion(b) || isContact(b));
  const lastAsk = quiz.pages.filter((p) => p.stage === 'ask').at(-1);
  let number = 1;
  return (
    <FieldsProvider value={fields}>
      <FocusProvider value={focusLater}>
        <Reading>
          <Split>
            <Manuscript
              ref={sheet}
              onFocus={onFocus}
              onPointerDown={onPointerDown}
              onKeyDown={(event) => {
                if (!duplicateByKey(event)) walkLines(event);
              }}
              onPasteCapture={paste}
            >
              <QuizSettings quiz={quiz} page={cursor.page} bank={bank} arrive={arriveAt} />
              {!welcomes && !bank && <AddWelcome />}
              {quiz.pages.map((page, i) => {
                const firstNumber = number;
                number += page.blocks.filter(isQuestion).length;
                return (
                  <Fragment key={page.id}>
                    <NearPage
                      drawn={standing.current || i < FIRST}
                      keep={quiz.pages.length <= LONG || cursor.page === page.id}
                      page={page}
                      place={i + 1}
                      firstNumber={firstNumber}
                      leadsTo={bank ? '' : leadsTo(quiz, page, i)}
                      quiz={parts}
                      targets={targets}
                      cursor={cursor.page === page.id ? cursor : null}
                    />
                    {page.id === lastAsk?.id && <GoOn behind={page.id} bank={bank} />}
                  </Fragment>
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
            <LiveView quiz={later.quiz} page={later.page} />
          </Split>
        </Reading>
      </FocusProvider>
    </FieldsProvider>
  );
}

/** What goes before and after the questions. Apart, so that typing leaves them as they are. */
const AddWelcome = memo(function AddWelcome() {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const welcome = () => {
    const { edit, words } = addWelcome();
    if (store.getState().edit(edit)) focusLater(`prompt ${words}`);
  };
  return (
    <Row>
      <TextButton $weight={500} onPress={welcome} style={{ color: 'var(--ink-3)' }}>
        <Plus size={15} /> Add a welcome page
      </TextButton>
    </Row>
  );
});
const GoOn = memo(function GoOn({ behind, bank }: { behind: string; bank: boolean }) {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const next = () => {
    const { quiz, edit } = store.getState();
    const made = begun(quiz, makeQuestion());
    edit(addPage(quiz, behind, made).edit);
    focusLater(`prompt ${made.id}`);
  };
  return (
    <Row>
      <div style={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: '4px 24px' }}>
        <TextButton onPress={next}>
          <Plus size={15} /> Next question
        </TextButton>
        <ReadButton behind={behind} />
        {!bank && <BankButton behind={behind} onTaken={(first) => focusLater(`prompt ${first}`)} />}
      </div>
    </Row>
  );
});

/** A page that is drawn only where it is near what is seen. Typing on one leaves all others as they are. */
const NearPage = memo(function NearPage({
  drawn,
  keep,
  ...part
}: { drawn: boolean; keep: boolean } & ComponentProps<typeof PagePart>) {
  return (
    <VirtualPage page={part.page.id} name={`Page ${part.place}, ${part.page.name}`} drawn={drawn} keep={keep}>
      <PagePart {...part} />
    </VirtualPage>
  );
});

/** Where a page leads, as its margin says it: the next page, or how many others too. */
function leadsTo(quiz: Quiz, page: Page, index: number): string {
  if (page.stage === 'result') return '';
  const next =
    quiz.pages.slice(index + 1).find((p) => p.stage === 'ask') ?? quiz.pages.find((p) => p.stage === 'result');
  const others = page.routes?.length ?? 0;
  const name = next ? (next.stage === 'result' ? 'the result' : next.name || 'the next page') : 'the end';
  return others ? `${name} or ${others} other ${others === 1 ? 'page' : 'pages'}` : name;
}

/** Whether a thing has an id, or anything in it has. */
function holdsId(thing: unknown, id: string): boolean {
  if (Array.isArray(thing)) return thing.some((one) => holdsId(one, id));
  return isObject(thing) && (thing['id'] === id || Object.values(thing).some((one) => holdsId(one, id)));
}

/**
 * A finding of the check, a tick or a word that was looked for leads here: its place is brought into view and takes the cursor. A page that
 * is not drawn is come to first.
 */
export function arrive(quiz: Quiz, id: string, option?: string, frames = 30): void {
  const name = CSS.escape(id);
  const found = document.querySelector(`[data-block="${name}"], [data-option="${name}"], section[data-page="${name}"]`);
  const place = (option && found?.querySelector(`[data-option="${CSS.escape(option)}"]`)) || found;
  if (place) {
    place.scrollIntoView({ block: 'center' });
    place.querySelector<HTMLElement>('textarea, input, [contenteditable]')?.focus({ preventScroll: true });
    return;
  }
  const page = quiz.pages.find((p) => p.id === id || p.blocks.some((b) => holdsId(b, id)));
  document.querySelector(`[data-page="${CSS.escape(page?.id ?? '')}"]`)?.scrollIntoView({ block: 'start' });
  if (frames > 0) requestAnimationFrame(() => arrive(quiz, id, option, frames - 1));
}
