'use client';
/** A question in the manuscript: its wording, its answers, and the settings that unfold under it. */
import { ChevronDown, ChevronRight } from 'lucide-react';
import { type ClipboardEvent, type KeyboardEvent, memo, useState } from 'react';
import type { Choice, Option, Page, Picture, Question, Topic } from '../../core/quiz/schema';
import { plainText } from '../../core/text/rich';
import { TextButton, Kbd } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { useDocumentStore } from '../document';
import {
  addOptions,
  addPage,
  makeQuestion,
  moveBlock,
  moveOption,
  newId,
  pasteOptions,
  placeOfBlock,
  placeOfOption,
  removeBlock,
  removeOption,
  setField,
} from '../edits';
import type { Target } from '../targets';
import { type Cursor, useFocusLater } from './cursor';
import { TextField } from './fields';
import { OptionMargin } from './margin';
import { PictureButton } from './picture';
import { QuestionSettings, settingsInWords } from './question-settings';
import { Row, Small } from './sheet';
import { TopicField } from './topic';

type Props = {
  question: Question;
  page: Page;
  number: number;
  targets: Target[];
  topics: Topic[];
  /** Where the cursor is, if it is in this question. */
  cursor: Cursor | null;
  openKinds: (anchor: HTMLElement) => void;
};

const promptField = (block: string) => `prompt ${block}`;
const optionField = (option: string) => `option ${option}`;

export const QuestionPart = memo(function QuestionPart({
  question,
  page,
  number,
  targets,
  topics,
  cursor,
  openKinds,
}: Props) {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const [unfolded, setUnfolded] = useState(false);
  const prompt = plainText(question.prompt);

  const nextQuestion = () => {
    const made = makeQuestion();
    const { quiz, edit } = store.getState();
    edit(addPage(quiz, page.id, made).edit);
    focusLater(promptField(made.id));
  };
  const promptKeys = (event: KeyboardEvent<HTMLTextAreaElement>) => {
    const { quiz, edit } = store.getState();
    if (event.key === 'Enter') {
      event.preventDefault();
      if (event.ctrlKey || event.metaKey) nextQuestion();
      else if (question.kind === 'choice' && question.options[0]) focusLater(optionField(question.options[0].id));
      else if (question.kind === 'choice') addAfter(null, ['']);
    } else if (event.key === '/' && prompt === '') {
      event.preventDefault();
      openKinds(event.currentTarget);
    } else if (event.key === 'Backspace' && prompt === '' && isBlank(question)) {
      event.preventDefault();
      const index = page.blocks.findIndex((b) => b.id === question.id);
      const above = page.blocks[index - 1];
      edit(removeBlock(quiz, question.id));
      if (above) focusLater(promptField(above.id));
    } else if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      const move = moveBlock(quiz, question.id, event.key === 'ArrowUp' ? -1 : 1);
      if (move) {
        edit(move);
        focusLater(promptField(question.id));
      }
    }
  };
  const addAfter = (after: string | null, texts: string[]) => {
    const { quiz, edit } = store.getState();
    const options = texts.map((text): Option => ({ id: newId('o'), text }));
    edit(addOptions(quiz, question.id, after, options));
    focusLater(optionField(options.at(-1)?.id ?? ''));
  };
  const promptPaste = (event: ClipboardEvent<HTMLTextAreaElement>) => {
    const lines = linesOf(event);
    const first = question.kind === 'choice' ? question.options[0] : undefined;
    if (
      lines.length < 2 ||
      prompt !== '' ||
      question.kind !== 'choice' ||
      !first ||
      question.options.some((o) => o.text)
    )
      return;
    event.preventDefault();
    const { quiz, edit } = store.getState();
    const [wording = '', ...answers] = lines;
    const pasted = pasteOptions(quiz, question, first, answers);
    edit({
      name: 'paste-question',
      ops: [
        { op: 'set', at: placeOfBlock(quiz, question.id), field: ['prompt'], was: question.prompt, to: wording },
        ...pasted.ops,
      ],
    });
    focusLater(promptField(question.id));
  };

  return (
    <div data-block={question.id}>
      <Row
        gutter={
          <span
            style={{ font: '700 34px/38px var(--heading)', fontVariantNumeric: 'tabular-nums', marginInlineEnd: 16 }}
            aria-hidden="true"
          >
            {number}
          </span>
        }
        margin={<TopicField question={question} topics={topics} />}
      >
        <h3 style={{ font: '700 24px/30px var(--heading)', padding: '4px 0 6px', textWrap: 'pretty' }}>
          <TextField
            label={`Question ${number}`}
            field={promptField(question.id)}
            value={prompt}
            placeholder="Type a question, or / for other kinds"
            onChange={(to) =>
              store
                .getState()
                .edit(
                  setField(
                    'set-prompt',
                    placeOfBlock(store.getState().quiz, question.id),
                    ['prompt'],
                    question.prompt,
                    to,
                  ),
                  `prompt ${question.id}`,
                )
            }
            onKeyDown={promptKeys}
            onPaste={promptPaste}
          />
        </h3>
        {question.media?.picture && <PictureLine picture={question.media.picture} />}
      </Row>
      {question.kind === 'choice' ? (
        <Answers
          question={question}
          targets={targets}
          cursor={cursor}
          addAfter={addAfter}
          nextQuestion={nextQuestion}
          openKinds={openKinds}
        />
      ) : (
        <Row margin={cursor ? <span style={{ color: 'var(--ink-3)' }}>Short text, read under Findings</span> : null}>
          <div style={{ borderBottom: '1.5px solid var(--line)', color: 'var(--ink-3)', paddingBottom: 4 }}>
            What the visitor types
          </div>
        </Row>
      )}
      {(cursor || unfolded) && (
        <Row
          margin={
            unfolded ? null : (
              <span style={{ color: 'var(--ink-3)' }}>
                {question.kind === 'text' ? <Keys keys={['Ctrl Enter']} words="next question" /> : null}
              </span>
            )
          }
        >
          <div style={{ borderTop: '1px solid var(--line)', paddingTop: 8, marginTop: 4 }}>
            <TextButton
              $weight={400}
              aria-expanded={unfolded}
              onPress={() => setUnfolded(!unfolded)}
              style={{ fontSize: 13, color: 'var(--ink-2)' }}
            >
              {unfolded ? <ChevronDown size={14} /> : <ChevronRight size={14} />} {settingsInWords(question)}
            </TextButton>
          </div>
        </Row>
      )}
      {unfolded && (
        <Row>
          <QuestionSettings question={question} page={page} />
        </Row>
      )}
    </div>
  );
});

const isBlank = (question: Question): boolean =>
  question.kind !== 'choice' || question.options.every((o) => !o.text && !o.picture);
const linesOf = (event: ClipboardEvent): string[] =>
  event.clipboardData
    .getData('text/plain')
    .split(/\r?\n/)
    .map((line) => line.replace(/^\s*(?:[-*•○●]|\(?[0-9a-z]{1,2}[.)])\s+/i, '').trim())
    .filter(Boolean);

const PictureLine = ({ picture }: { picture: Picture }) => (
  <img
    src={picture.src}
    alt={picture.text}
    width={160}
    height={80}
    style={{ objectFit: 'cover', display: 'block', marginBottom: 6 }}
  />
);

const Keys = ({ keys, words }: { keys: string[]; words: string }) => (
  <span style={{ whiteSpace: 'nowrap' }}>
    {keys.map((k) => (
      <Kbd key={k}>{k}</Kbd>
    ))}{' '}
    {words}
  </span>
);

type AnswersProps = {
  question: Choice;
  targets: Target[];
  cursor: Cursor | null;
  addAfter: (after: string | null, texts: string[]) => void;
  nextQuestion: () => void;
  openKinds: (anchor: HTMLElement) => void;
};

function Answers({ question, targets, cursor, addAfter, nextQuestion, openKinds }: AnswersProps) {
  const last = question.options.at(-1)?.id ?? null;
  return (
    <>
      {question.options.map((option, i) => (
        <Answer
          key={option.id}
          question={question}
          option={option}
          index={i}
          targets={targets}
          active={cursor?.option === option.id}
          addAfter={addAfter}
          nextQuestion={nextQuestion}
          openKinds={openKinds}
        />
      ))}
      {cursor && (
        <Row
          gutter={
            <span style={{ opacity: 0.5, paddingTop: 4 }}>
              <Mark kind="not-yet" size={12} />
            </span>
          }
          margin={
            <Small style={{ fontSize: 12 }}>
              <Keys keys={['Enter']} words="next answer" />
              <Keys keys={['Ctrl Enter']} words="next question" />
            </Small>
          }
        >
          <NewAnswer add={(texts) => addAfter(last, texts)} nextQuestion={nextQuestion} />
        </Row>
      )}
    </>
  );
}

/** The line under the last answer: what is typed or pasted there becomes an answer at once. */
function NewAnswer({ add, nextQuestion }: { add: (texts: string[]) => void; nextQuestion: () => void }) {
  // Letters put together from several keys are held until they are whole.
  const [held, setHeld] = useState('');
  const keep = (text: string) => {
    setHeld('');
    if (text) add([text]);
  };
  return (
    <span onCompositionEnd={(e) => keep(e.data)}>
      <TextField
        label="Another answer"
        value={held}
        placeholder="Another answer, or paste several lines"
        onChange={(text, composing) => (composing ? setHeld(text) : keep(text))}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          if (event.ctrlKey || event.metaKey) nextQuestion();
          else add(['']);
        }}
        onPaste={(event) => {
          const lines = linesOf(event);
          if (lines.length < 2) return;
          event.preventDefault();
          add(lines);
        }}
      />
    </span>
  );
}

type AnswerProps = Omit<AnswersProps, 'cursor'> & { option: Option; index: number; active: boolean };

function Answer({ question, option, index, targets, active, addAfter, nextQuestion, openKinds }: AnswerProps) {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const keys = (event: KeyboardEvent<HTMLTextAreaElement>) => {
    const { quiz, edit } = store.getState();
    const above = question.options[index - 1];
    if (event.key === 'Enter') {
      event.preventDefault();
      if (event.ctrlKey || event.metaKey) nextQuestion();
      else addAfter(option.id, ['']);
    } else if (event.key === 'Backspace' && option.text === '' && !option.picture) {
      event.preventDefault();
      edit(removeOption(quiz, question.id, option.id));
      focusLater(above ? optionField(above.id) : promptField(question.id));
    } else if (event.key === '/' && option.text === '') {
      event.preventDefault();
      openKinds(event.currentTarget);
    } else if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      const move = moveOption(quiz, question, option.id, event.key === 'ArrowUp' ? -1 : 1);
      if (!move) return;
      edit(move);
      focusLater(optionField(option.id));
    }
  };
  const paste = (event: ClipboardEvent<HTMLTextAreaElement>) => {
    const lines = linesOf(event);
    if (lines.length < 2) return;
    event.preventDefault();
    const { quiz, edit } = store.getState();
    const [first = '', ...rest] = lines;
    edit(pasteOptions(quiz, question, option, option.text ? [option.text, first, ...rest] : [first, ...rest]));
  };
  return (
    <Row
      active={active}
      option={option.id}
      gutter={
        <span style={{ paddingTop: 3, display: 'flex', gap: 6 }}>
          <Mark kind={option.credit === 1 ? 'yes' : option.credit ? 'maybe' : 'not-yet'} size={12} />
        </span>
      }
      margin={<OptionMargin question={question} option={option} targets={targets} active={active} />}
    >
      <div style={{ display: 'flex', gap: 10, alignItems: 'flex-start' }}>
        <div style={{ flex: 1, minWidth: 0 }}>
          <TextField
            label={`Answer ${index + 1}`}
            field={optionField(option.id)}
            value={option.text}
            placeholder={question.as === 'pictures' ? 'Words under the picture' : 'An answer'}
            onChange={(to) =>
              store
                .getState()
                .edit(
                  setField(
                    'set-answer',
                    placeOfOption(store.getState().quiz, question.id, option.id),
                    ['text'],
                    option.text,
                    to,
                  ),
                  `text ${option.id}`,
                )
            }
            onKeyDown={keys}
            onPaste={paste}
          />
        </div>
        {question.as === 'pictures' && (
          <PictureButton
            at={() => placeOfOption(store.getState().quiz, question.id, option.id)}
            picture={option.picture}
            of={option.text || `answer ${index + 1}`}
          />
        )}
      </div>
      {active && (
        <Small style={{ fontSize: 12, marginTop: 4 }}>
          <Keys keys={['Alt ↑ ↓']} words="moves it" />
          <Keys keys={['/']} words="other kinds, in an empty line" />
        </Small>
      )}
    </Row>
  );
}
