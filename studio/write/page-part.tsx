'use client';
/** One page of the quiz in the manuscript: its ruled line with the name, and its blocks. */
import { MoreHorizontal, Plus } from 'lucide-react';
import { Fragment, memo, useCallback, useState } from 'react';
import styled from 'styled-components';
import type { Block, Page, Quiz } from '../../core/schema/quiz';
import { blockLabel } from '../../core/blocks/registry';
import { newBlock, type Offered } from '../../core/blocks/new-block';
import { isContact, isQuestion, nameOf } from '../../core/document/lookup';
import { FloatingMenu, LineInput, type MenuEntry, MenuButton } from '../../ui/controls';
import { useDocumentStore } from '../document';
import {
  addBlock,
  duplicatePage,
  joinWithAbove,
  movePage,
  newId,
  placeOfPage,
  removePage,
  replaceBlock,
} from '../edits/edits';
import type { Measure } from '../edits/measures';
import { useFields } from '../fields/use-fields';
import { type Cursor, useFocusLater } from '../fields/cursor';
import { Landing } from './drag';
import { begun } from './preset-edits';
import { OtherPart } from './block';
import { QuestionPart } from './question';
import { isEmptyQuestion } from './use-prompt';
import { Row } from '../shared/sheet';

const Section = styled.section`
  border-top: 1px solid var(--ink);
  padding-bottom: 20px;
  scroll-margin-top: 12px;
`;
const PageName = styled.input`
  border: 0;
  background: transparent;
  font-weight: 600;
  font-size: 13px;
  padding: 0;
  min-width: 0;
  flex: 1;
  height: 24px;
`;

const kinds: MenuEntry<Offered>[] = [
  { id: 'one', label: 'One of several answers' },
  { id: 'many', label: 'Several of several answers' },
  { id: 'yes-no', label: 'Yes or no' },
  { id: 'pictures', label: 'Pictures as answers' },
  { id: 'drop-down', label: 'One answer, folded away' },
  { id: 'text', label: 'Short text' },
  { id: 'essay', label: 'Long text' },
  { id: 'number', label: 'A number' },
  { id: 'slider', label: 'A number on a slider' },
  { id: 'rating', label: 'A rating' },
  { id: 'date', label: 'A date' },
  { id: 'order', label: 'Put in order' },
  { id: 'match', label: 'Match pairs' },
  { id: 'gaps', label: 'Fill the gaps' },
  { id: 'grid', label: 'A grid of rows and columns' },
  { id: 'spots', label: 'Places in a picture' },
  { id: 'words', label: 'Words to read', note: 'not a question' },
  { id: 'media', label: 'A picture, sound or video', note: 'not a question' },
  { id: 'offer', label: 'An offer', note: 'not a question' },
  { id: 'contact', label: 'Contact form', note: 'not a question' },
];
const resultKinds: MenuEntry<Offered>[] = [
  { id: 'verdict', label: 'The outcome reached' },
  { id: 'score', label: 'Scores' },
  { id: 'topics', label: 'Scores by topic' },
  { id: 'answers', label: 'What was answered' },
  { id: 'words', label: 'Words to read' },
  { id: 'media', label: 'A picture, sound or video' },
  { id: 'contact', label: 'Contact form' },
  { id: 'offer', label: 'An offer' },
  { id: 'why', label: 'What spoke for it' },
  { id: 'standing', label: 'How one stands' },
  { id: 'chart', label: 'How others answered' },
  { id: 'certificate', label: 'A certificate' },
  { id: 'hand-over', label: 'On to another quiz' },
  { id: 'share', label: 'Share' },
  { id: 'again', label: 'Take it again' },
];

type Props = {
  page: Page;
  /** Its place among all pages, from 1. */
  place: number;
  /** Number of its first question. */
  firstNumber: number;
  leadsTo: string;
  quiz: Pick<Quiz, 'verdicts' | 'scales' | 'topics'>;
  targets: Measure[];
  /** Where the cursor is, if it is on this page. */
  cursor: Cursor | null;
};

export const PagePart = memo(function PagePart({ page, place, firstNumber, leadsTo, quiz, targets, cursor }: Props) {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const [menu, setMenu] = useState<{ anchor: HTMLElement; block: string } | null>(null);
  let number = firstNumber;

  const { id } = page;
  /** Puts a block of this kind where the cursor is: in place of an empty question, else behind it. */
  const put = useCallback(
    (kind: Offered, at: string | null) => {
      const { quiz: now, edit } = store.getState();
      const blocks = now.pages.find((p) => p.id === id)?.blocks ?? [];
      const block = begun(now, newBlock(kind, newId, now));
      const old = blocks.find((b) => b.id === at);
      const isEmpty = old && isQuestion(old) && old.prompt === '' && isEmptyQuestion(old);
      edit(isEmpty ? replaceBlock(now, old.id, block) : addBlock(id, at ?? blocks.at(-1)?.id ?? null, block));
      focusLater(`prompt ${block.id}`);
    },
    [store, focusLater, id],
  );
  const isAsk = page.stage === 'ask';
  return (
    <Section data-page={page.id} id={page.id} aria-label={`Page ${place}, ${page.name}`}>
      <PageHead page={page} place={place} leadsTo={leadsTo} />
      {page.blocks.map((block, i) => {
        const here = cursor?.block === block.id ? cursor : null;
        const above = page.blocks[i - 1]?.id ?? null;
        const part = isQuestion(block) ? (
          <QuestionPart
            question={block}
            page={page}
            number={number++}
            targets={targets}
            topics={quiz.topics}
            cursor={here}
            openKinds={(anchor) => setMenu({ anchor, block: block.id })}
          />
        ) : (
          <OtherPart
            block={block}
            page={page}
            quiz={quiz}
            targets={targets}
            active={here !== null || (block.kind === 'media' && cursor !== null)}
          />
        );
        return (
          <Fragment key={block.id}>
            <Landing page={page} after={above} words={`Put it before ${nameOfBlock(block)}`} />
            {part}
          </Fragment>
        );
      })}
      <Landing
        page={page}
        after={page.blocks.at(-1)?.id ?? null}
        words={`Put it at the end of ${page.name || `page ${place}`}`}
      />
      {(cursor || page.blocks.length === 0) && (
        <Row margin={isAsk && <ButtonWords page={page} />}>
          <AddMenu place={place} isAsk={isAsk} put={put} />
        </Row>
      )}
      {menu && (
        <FloatingMenu
          anchor={menu.anchor}
          label="Kinds"
          entries={kinds}
          onAction={(kind) => put(kind, menu.block)}
          onClose={() => setMenu(null)}
        />
      )}
    </Section>
  );
});

const Head = styled.div`
  display: flex;
  gap: 10px;
  align-items: center;
`;
const Stage = styled.span`
  font-size: 13px;
  color: var(--ink-3);
`;

/** The name of a page, and where it leads. */
function PageHead({ page, place, leadsTo }: Pick<Props, 'page' | 'place' | 'leadsTo'>) {
  const { set } = useFields(page, () => placeOfPage(page.id));
  const isAsk = page.stage === 'ask';
  return (
    <Row
      gutter={<Stage>{isAsk ? `Page ${place}` : 'Result'}</Stage>}
      margin={
        <span>
          {leadsTo && (
            <>
              goes to <b style={{ color: 'var(--ink)', fontWeight: 600 }}>{leadsTo}</b>
            </>
          )}
        </span>
      }
    >
      <Head>
        <PageName
          aria-label={`Name of page ${place}`}
          value={page.name}
          maxLength={200}
          placeholder="Name of the page"
          onChange={(e) => set('name', e.target.value)}
        />
        <PageMenu page={page.id} place={place} isAsk={isAsk} />
      </Head>
    </Row>
  );
}

/** What stands on the button that goes on. */
function ButtonWords({ page }: { page: Page }) {
  const { set } = useFields(page, () => placeOfPage(page.id));
  return (
    <label style={{ color: 'var(--ink-3)', display: 'flex', gap: 6 }}>
      Button:
      <LineInput
        style={{ width: 130, fontSize: 13, padding: 0 }}
        value={page.button ?? ''}
        maxLength={60}
        placeholder={page.blocks.some((b) => isQuestion(b) || isContact(b)) ? 'Next' : 'Start'}
        onChange={(e) => set('button', e.target.value || undefined)}
      />
    </label>
  );
}

/** What can be done with a page. Apart, so that typing on the page leaves it as it is. */
const PageMenu = memo(function PageMenu({ page, place, isAsk }: { page: string; place: number; isAsk: boolean }) {
  const store = useDocumentStore();
  const act = (id: string) => {
    const { quiz, edit } = store.getState();
    const now = quiz.pages.find((p) => p.id === page);
    const made =
      id === 'up'
        ? movePage(quiz, page, -1)
        : id === 'down'
          ? movePage(quiz, page, 1)
          : id === 'join' && now
            ? joinWithAbove(quiz, now)
            : id === 'copy'
              ? (duplicatePage(quiz, page)?.edit ?? null)
              : id === 'remove'
                ? removePage(page)
                : null;
    if (made) edit(made);
  };
  return (
    <MenuButton
      label={`What to do with page ${place}`}
      onAction={act}
      entries={[
        ...(isAsk
          ? [
              { id: 'up', label: 'Move the page up', disabled: place === 1 },
              { id: 'down', label: 'Move the page down' },
              { id: 'join', label: 'Put on one page with the one above', disabled: place === 1 },
            ]
          : []),
        { id: 'copy', label: 'Duplicate the page' },
        { id: 'remove', label: 'Delete the page', danger: true },
      ]}
    >
      <MoreHorizontal size={16} />
    </MenuButton>
  );
});

const AddMenu = memo(function AddMenu({
  place,
  isAsk,
  put,
}: {
  place: number;
  isAsk: boolean;
  put: (kind: Offered, at: string | null) => void;
}) {
  return (
    <MenuButton
      label={`Add to page ${place}`}
      entries={isAsk ? kinds : resultKinds}
      onAction={(kind) => put(kind, null)}
    >
      <Plus size={15} /> Add to this page
    </MenuButton>
  );
});

const nameOfBlock = (block: Block): string => (isQuestion(block) ? nameOf(block) : blockLabel(block.kind));
