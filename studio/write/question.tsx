'use client';
/** A question in the manuscript: its wording, its answers, and the settings that unfold under it. */
import { ChevronDown, ChevronRight } from 'lucide-react';
import { type ClipboardEvent, memo, useCallback, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import type { Page, Picture, Question, RichText, Topic } from '../../core/schema/quiz';
import { readQuestions } from '../../core/formats/read';
import { isQuestion } from '../../core/document/lookup';
import { kindOf, offeredBy } from '../../core/questions/registry';
import { plainText, toDoc } from '../../core/text/rich';
import { TextButton } from '../../ui/controls';
import { useAfterPause } from '../shared/after-pause';
import { useDocumentStore } from '../document';
import { pastedText } from '../shared/pasted';
import {
  addPage,
  addToList,
  makeQuestion,
  moveBlock,
  newId,
  pasteInList,
  placeOfBlock,
  removeBlock,
  setField,
} from '../edits/edits';
import type { Measure } from '../edits/measures';
import { type Cursor, useFocusLater } from '../fields/cursor';
import { Handle } from './drag';
import { TextField } from '../fields/text-field';
import { QuestionBody, studioKind } from '../questions/registry';
import { type Hands, Keys, lineField, linesOf } from '../questions/lines';
import { QuestionSettings, settingsInWords } from './question-settings';
import { useReading } from './reading';
import { begun } from './preset-edits';
import { Numeral } from './selected';
import { RichField } from '../fields/rich-field';
import { Row } from '../shared/sheet';
import { ShownNote } from './shown-when';
import { TopicField } from './topic';

type Props = {
  question: Question;
  page: Page;
  number: number;
  targets: Measure[];
  topics: Topic[];
  /** Where the cursor is, if it is in this question. */
  cursor: Cursor | null;
  openKinds: (anchor: HTMLElement) => void;
};

/** A key as both kinds of field tell it. */
type Pressed = Pick<
  globalThis.KeyboardEvent,
  'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey' | 'currentTarget'
> & {
  preventDefault: () => void;
};
const promptField = (block: string) => `prompt ${block}`;

const Quiet = styled(TextButton)`
  font-size: 13px;
  color: var(--ink-2);
  text-align: start;
`;

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
  const offerReading = useReading();
  const [unfolded, setUnfolded] = useState(false);
  const [formatting, setFormatting] = useState(false);
  const prompt = plainText(question.prompt);
  const dragName = useAfterPause(prompt) || 'this question';

  const nextQuestion = () => {
    const { quiz, edit } = store.getState();
    const made = begun(quiz, makeQuestion());
    edit(addPage(quiz, page.id, made).edit);
    focusLater(promptField(made.id));
  };
  const setPrompt = (to: RichText) =>
    store
      .getState()
      .edit(
        setField('set-prompt', placeOfBlock(store.getState().quiz, question.id), ['prompt'], question.prompt, to),
        `prompt ${question.id}`,
      );
  /** Plain words become rich text: from then on it can have bold, italic, links and inserts. */
  const format = () => {
    setFormatting(true);
    setPrompt(toDoc(question.prompt));
  };
  const promptKeys = (event: Pressed) => {
    const { quiz, edit } = store.getState();
    if (event.key === 'Enter' && !event.shiftKey) {
      event.preventDefault();
      if (event.ctrlKey || event.metaKey) nextQuestion();
      else below();
    } else if (event.key === '/' && prompt === '') {
      event.preventDefault();
      if (event.currentTarget instanceof HTMLElement) openKinds(event.currentTarget);
    } else if (event.key === 'Backspace' && prompt === '' && isEmptyQuestion(question)) {
      event.preventDefault();
      const index = page.blocks.findIndex((b) => b.id === question.id);
      const above = page.blocks[index - 1];
      edit(removeBlock(quiz, question.id));
      if (above) focusLater(promptField(above.id));
    } else if (typeof question.prompt === 'string' && (event.ctrlKey || event.metaKey) && /^[bi]$/.test(event.key)) {
      event.preventDefault();
      format();
    } else if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      const move = moveBlock(quiz, question.id, event.key === 'ArrowUp' ? -1 : 1);
      if (move) {
        edit(move);
        focusLater(promptField(question.id));
      }
    }
  };
  /** From the wording on to the first line of what is typed under it, made where there is none. */
  const below = () => {
    const kind = studioKind(question);
    const { list } = kind;
    const first = kind.firstField?.(question);
    if (first) {
      focusLater(first);
      return;
    }
    if (!list) return;
    const { quiz, edit } = store.getState();
    const line = { id: newId(list.charAt(0)), text: '' };
    edit(addToList(placeOfBlock(quiz, question.id), list, null, [line]));
    focusLater(lineField(line.id));
  };
  const promptPaste = (event: ClipboardEvent<HTMLTextAreaElement>) => {
    const pasted = pastedText(event.clipboardData);
    if (prompt === '' && isEmptyQuestion(question) && holdsQuestions(pasted)) {
      event.preventDefault();
      offerReading(pasted, page.id, question.id);
      return;
    }
    const lines = linesOf(event);
    const offered = offeredBy(question);
    const first = offered?.options[0];
    if (lines.length < 2 || prompt !== '' || !offered || !first || offered.options.some((o) => o.text)) return;
    event.preventDefault();
    const { quiz, edit } = store.getState();
    const [wording = '', ...answers] = lines;
    const put = pasteInList(placeOfBlock(quiz, question.id), 'options', first, answers);
    edit({
      name: 'paste-question',
      ops: [
        { op: 'set', at: placeOfBlock(quiz, question.id), field: ['prompt'], was: question.prompt, to: wording },
        ...put.ops,
      ],
    });
    focusLater(promptField(question.id));
  };

  // What stands under the wording is not drawn anew for each key of it: what it calls stays the same, and does what it does now.
  const now = useRef({ nextQuestion, openKinds, format });
  now.current = { nextQuestion, openKinds, format };
  const formatNow = useCallback(() => now.current.format(), []);
  const hands = useMemo<Hands>(
    () => ({
      nextQuestion: () => now.current.nextQuestion(),
      openKinds: (anchor) => now.current.openKinds(anchor),
      above: promptField(question.id),
    }),
    [question.id],
  );

  return (
    <div data-block={question.id}>
      <Row
        gutter={
          <>
            <Handle block={question.id} stage={page.stage} name={dragName} />
            <span className="numeral">
              <Numeral question={question.id} number={number} />
            </span>
          </>
        }
        margin={
          <span style={{ display: 'grid', gap: 2 }}>
            <TopicField question={question.id} topic={question.topic} topics={topics} />
            {question.showIf && <ShownNote value={question.showIf} />}
            {question.linked && <span>from the bank</span>}
          </span>
        }
      >
        <h3 style={{ font: '700 24px/30px var(--heading)', padding: '4px 0 6px', textWrap: 'pretty' }}>
          {typeof question.prompt === 'string' ? (
            <TextField
              label={`Question ${number}`}
              field={promptField(question.id)}
              value={prompt}
              placeholder="Type a question, or / for other kinds"
              onChange={setPrompt}
              onKeyDown={promptKeys}
              onPaste={promptPaste}
            />
          ) : (
            <RichField
              label={`Question ${number}`}
              value={question.prompt}
              placeholder="Type a question"
              onChange={setPrompt}
              wording={{ field: promptField(question.id), onKeyDown: promptKeys, takeFocus: formatting }}
            />
          )}
        </h3>
        {question.media?.picture && <PictureLine picture={question.media.picture} />}
      </Row>
      <QuestionBody question={question} targets={targets} cursor={cursor} hands={hands} />
      {(cursor || unfolded) && (
        <Row
          margin={
            <span style={{ color: 'var(--ink-3)', display: 'flex', flexWrap: 'wrap', gap: '0 18px' }}>
              {!unfolded && !studioKind(question).saysKeys && <Keys keys={['Ctrl Enter']} words="next question" />}
              {typeof question.prompt === 'string' && <FormatButton format={formatNow} />}
            </span>
          }
        >
          <SettingsLine unfolded={unfolded} words={settingsInWords(question)} unfold={setUnfolded} />
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

/** What holds for the question, in words that unfold its settings. Apart, so that typing the wording leaves it as it is. */
const SettingsLine = memo(function SettingsLine({
  unfolded,
  words,
  unfold,
}: {
  unfolded: boolean;
  words: string;
  unfold: (to: boolean) => void;
}) {
  return (
    <div style={{ borderTop: '1px solid var(--line)', paddingTop: 8, marginTop: 4 }}>
      <Quiet $weight={400} aria-expanded={unfolded} onPress={() => unfold(!unfolded)}>
        {unfolded ? <ChevronDown size={14} /> : <ChevronRight size={14} />} {words}
      </Quiet>
    </div>
  );
});

const FormatButton = memo(function FormatButton({ format }: { format: () => void }) {
  return (
    <Quiet $weight={400} onPress={format} style={{ marginTop: 12 }}>
      Format the wording
    </Quiet>
  );
});

/** Whether a pasted text is a list of questions, rather than one with its answers. */
function holdsQuestions(text: string): boolean {
  if (text.split(/\r?\n/).filter((line) => line.trim()).length < 3) return false;
  const read = readQuestions(text);
  if (!('quiz' in read)) return false;
  const found = read.quiz.pages.flatMap((p) => p.blocks.filter(isQuestion));
  return found.length > 1 && found.some((q) => !isEmptyQuestion(q));
}

/** Whether nothing has been typed under its wording yet, so that it can go or become another kind without a loss. */
export const isEmptyQuestion = (question: Question): boolean => kindOf(question).isEmpty(question);

const PictureLine = ({ picture }: { picture: Picture }) => (
  <img
    src={picture.src}
    alt={picture.text}
    width={160}
    height={80}
    style={{ objectFit: 'cover', display: 'block', marginBottom: 6 }}
  />
);
