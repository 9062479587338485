'use client';
/** What those who write say to each other about a block: a mark in its margin, and a sheet with all that was said. */
import { createContext, type ReactNode, type SyntheticEvent, useContext, useEffect, useMemo, useState } from 'react';
import { Form } from 'react-aria-components';
import styled from 'styled-components';
import { call } from '../../contract/call';
import type { Comment } from '../../contract/comments';
import { blockLabel } from '../../core/blocks/registry';
import { isQuestion, nameOf, quizIndex } from '../../core/document/lookup';
import type { Quiz } from '../../core/schema/quiz';
import { Field, PrimaryButton, TextButton, Toggle } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { SideSheet } from '../../ui/side-sheet';
import { Alarm, Muted, PlainList, Strong } from '../../ui/text';
import { useQuiz } from '../document';
import { newId } from '../edits/edits';
import { useAskAgain } from './ask-again';
import { dayAndTime } from './time';
import { messageOf } from './trouble';

type Talk = {
  comments: Comment[];
  /** Opens the sheet: of one block, or with all of them. */
  open: (block: string | null) => void;
};
const TalkContext = createContext<Talk>({ comments: [], open: () => undefined });

/** Milliseconds between two looks at what others have said. */
const EVERY = 6_000;

export function CommentsProvider({ quiz, children }: { quiz: string; children: ReactNode }) {
  const [comments, setComments] = useState<Comment[]>([]);
  const [sheet, setSheet] = useState<{ block: string | null } | null>(null);
  const look = async () => {
    const told = await call('GET /api/quizzes/{quiz}/comments', { quiz });
    setComments((old) => (JSON.stringify(old) === JSON.stringify(told.comments) ? old : told.comments));
  };
  useAskAgain(look, EVERY);
  useEffect(() => {
    // While there is no connection the next look tells.
    void look().catch(() => undefined);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for a quiz
  }, [quiz]);
  const talk = useMemo(() => ({ comments, open: (block: string | null) => setSheet({ block }) }), [comments]);
  return (
    <TalkContext.Provider value={talk}>
      {children}
      {sheet && (
        <CommentsSheet
          block={sheet.block}
          comments={comments}
          onTold={setComments}
          onAll={() => setSheet({ block: null })}
          onClose={() => setSheet(null)}
        />
      )}
    </TalkContext.Provider>
  );
}

const isOpen = (comment: Comment) => comment.answers === undefined && !comment.done;
const counted = (n: number) => (n === 1 ? '1 comment' : `${n} comments`);

/** In the margin of a block: how much is said about it and not done with. @param active shown too where nothing is */
export function CommentMark({ block, active }: { block: string; active: boolean }) {
  const { comments, open } = useContext(TalkContext);
  const n = comments.filter((comment) => comment.block === block && isOpen(comment)).length;
  if (n === 0 && !active) return null;
  return (
    <span>
      <TextButton $weight={n > 0 ? 600 : 500} onPress={() => open(block)}>
        {n > 0 && <Mark kind="maybe" size={11} />} {n > 0 ? counted(n) : 'Comment on this'}
      </TextButton>
    </span>
  );
}

/** In the head of the studio: everything that is said in this quiz and not done with. */
export function AllComments() {
  const { comments, open } = useContext(TalkContext);
  const n = comments.filter(isOpen).length;
  if (n === 0) return null;
  return <TextButton onPress={() => open(null)}>{counted(n)}</TextButton>;
}

const Thread = styled.li`
  padding: 12px 0;
  border-bottom: 1px solid var(--line);
  overflow-wrap: anywhere;
  p {
    white-space: pre-wrap;
  }
  ul {
    list-style: none;
    margin: 10px 0 0;
    padding-inline-start: 14px;
    border-inline-start: 3px solid var(--line);
    display: grid;
    gap: 10px;
  }
  .does {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 18px;
    margin-top: 8px;
  }
`;

/** What a block is called: its words, or its kind. */
function blockName(quiz: Quiz, id: string): string {
  const block = quiz.pages.flatMap((page) => page.blocks).find((one) => one.id === id);
  if (!block) return 'Of a block that is gone';
  if (!isQuestion(block)) return blockLabel(block.kind);
  return `Question ${[...quizIndex(quiz).questions.keys()].indexOf(id) + 1}: ${nameOf(block)}`;
}

function CommentsSheet({
  block,
  comments,
  onTold,
  onAll,
  onClose,
}: {
  block: string | null;
  comments: Comment[];
  onTold: (comments: Comment[]) => void;
  onAll: () => void;
  onClose: () => void;
}) {
  const quiz = useQuiz();
  const [withDone, setWithDone] = useState(false);
  const [trouble, setTrouble] = useState('');
  const own = comments.filter((c) => c.answers === undefined && (block === null || c.block === block));
  const shown = own.filter((c) => withDone || !c.done);
  const others = comments.filter((c) => isOpen(c) && c.block !== block).length;
  const act = async (work: () => Promise<{ comments: Comment[] }>): Promise<boolean> => {
    try {
      onTold((await work()).comments);
      setTrouble('');
      return true;
    } catch (error) {
      setTrouble(messageOf(error));
      return false;
    }
  };
  const say = (words: string, about: string, answers?: string) =>
    act(() =>
      call('POST /api/quizzes/{quiz}/comments', {
        quiz: quiz.id,
        body: { id: newId('c'), block: about, words, ...(answers === undefined ? {} : { answers }) },
      }),
    );
  const setDone = (comment: string, done: 'yes' | 'no') =>
    act(() => call('PUT /api/quizzes/{quiz}/comments/{comment}', { quiz: quiz.id, comment, body: { done } }));
  return (
    <SideSheet title={block === null ? 'Comments' : 'Comments on this'} open onClose={onClose}>
      {block !== null && <Muted as="p">{blockName(quiz, block)}</Muted>}
      {trouble && <Alarm role="alert">{trouble}</Alarm>}
      {block !== null && (
        <Say takeFocus label="What should the others know?" button="Say it" onSay={(words) => say(words, block)} />
      )}
      {shown.length === 0 && block === null && <p>Nothing is open.</p>}
      <PlainList aria-label="What was said">
        {shown.map((comment) => (
          <Thread key={comment.id}>
            {block === null && <Muted $small>{blockName(quiz, comment.block)}</Muted>}
            <Said comment={comment} />
            {comments.some((c) => c.answers === comment.id) && (
              <ul>
                {comments
                  .filter((c) => c.answers === comment.id)
                  .map((answer) => (
                    <li key={answer.id}>
                      <Said comment={answer} />
                    </li>
                  ))}
              </ul>
            )}
            {comment.done ? (
              <div className="does">
                <Muted $small suppressHydrationWarning>
                  <Mark kind="yes" size={11} /> Done with, {comment.done.by}, {dayAndTime(comment.done.at)}
                </Muted>
                <TextButton onPress={() => void setDone(comment.id, 'no')}>Open it again</TextButton>
              </div>
            ) : (
              <Answer
                onSay={(words) => say(words, comment.block, comment.id)}
                onDone={() => void setDone(comment.id, 'yes')}
              />
            )}
          </Thread>
        ))}
      </PlainList>
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: '8px 20px', marginTop: 16 }}>
        {own.some((c) => c.done) && (
          <Toggle selected={withDone} onChange={setWithDone}>
            With those that are done with
          </Toggle>
        )}
        {block !== null && others > 0 && (
          <TextButton onPress={onAll}>{others === 1 ? '1 more' : `${others} more`} in this quiz</TextButton>
        )}
      </div>
    </SideSheet>
  );
}

const Said = ({ comment: { by, at, words } }: { comment: Comment }) => (
  <>
    <Strong>{by}</Strong>{' '}
    <Muted $small suppressHydrationWarning>
      {dayAndTime(at)}
    </Muted>
    <p>{words}</p>
  </>
);

function Answer({ onSay, onDone }: { onSay: (words: string) => Promise<boolean>; onDone: () => void }) {
  const [isAnswering, setAnswering] = useState(false);
  if (isAnswering)
    return (
      <Say
        label="Your answer"
        button="Answer"
        takeFocus
        onSay={async (words) => {
          const isSaid = await onSay(words);
          if (isSaid) setAnswering(false);
          return isSaid;
        }}
      />
    );
  return (
    <div className="does">
      <TextButton onPress={() => setAnswering(true)}>Answer</TextButton>
      <TextButton onPress={onDone}>Done with</TextButton>
    </div>
  );
}

/** A few words to be said. They stay until they are on disk. */
function Say({
  label,
  button,
  takeFocus = false,
  onSay,
}: {
  label: string;
  button: string;
  takeFocus?: boolean;
  onSay: (words: string) => Promise<boolean>;
}) {
  const [words, setWords] = useState('');
  const [isBusy, setBusy] = useState(false);
  const send = async () => {
    if (words.trim() === '' || isBusy) return;
    setBusy(true);
    if (await onSay(words)) setWords('');
    setBusy(false);
  };
  return (
    <Form
      style={{ margin: '12px 0', display: 'grid', gap: 8, justifyItems: 'start' }}
      onSubmit={(event: SyntheticEvent) => {
        event.preventDefault();
        void send();
      }}
    >
      <Field style={{ width: '100%' }}>
        {label}
        <textarea
          rows={3}
          maxLength={2_000}
          value={words}
          autoFocus={takeFocus}
          onChange={(e) => setWords(e.target.value)}
        />
      </Field>
      <PrimaryButton type="submit" isDisabled={isBusy || words.trim() === ''}>
        {button}
      </PrimaryButton>
    </Form>
  );
}
