'use client';
/** A question in the manuscript: its wording, its answers, and the settings that unfold under it. */
import { ChevronDown, ChevronRight } from 'lucide-react';
import { memo, useState } from 'react';
import styled from 'styled-components';
import type { Page, Picture, Question, Topic } from '../../core/schema/quiz';
import { plainText } from '../../core/text/rich';
import { TextButton } from '../../ui/controls';
import { useAfterPause } from '../shared/after-pause';
import type { Measure } from '../edits/measures';
import type { Cursor } from '../fields/cursor';
import { Handle } from './drag';
import { TextField } from '../fields/text-field';
import { QuestionBody, studioKind } from '../questions/registry';
import { Keys } from '../questions/lines';
import { QuestionSettings, settingsInWords } from './question-settings';
import { promptField, usePrompt } from './use-prompt';
import { Numeral } from './selected';
import { RichField } from '../fields/rich-field';
import { Duplicate } from './duplicate';
import { CommentMark } from '../shared/comments';
import { Here } from '../shared/presence';
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
  const [unfolded, setUnfolded] = useState(false);
  const prompt = plainText(question.prompt);
  const dragName = useAfterPause(prompt) || 'this question';
  const { set, keys, paste, hands, format, isFormatting } = usePrompt(question, page, openKinds);
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
            <Here block={question.id} />
            <CommentMark block={question.id} active={cursor !== null} />
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
              onChange={set}
              onKeyDown={keys}
              onPaste={paste}
            />
          ) : (
            <RichField
              label={`Question ${number}`}
              value={question.prompt}
              placeholder="Type a question"
              onChange={set}
              wording={{ field: promptField(question.id), onKeyDown: keys, takeFocus: isFormatting }}
            />
          )}
        </h3>
        {question.media?.picture && <PictureLine picture={question.media.picture} />}
      </Row>
      <QuestionBody question={question} targets={targets} cursor={cursor} hands={hands} />
      {(cursor || unfolded) && (
        <Row
          margin={
            <span
              style={{ color: 'var(--ink-3)', display: 'flex', flexWrap: 'wrap', gap: '0 18px', alignItems: 'center' }}
            >
              {!unfolded && !studioKind(question).saysKeys && <Keys keys={['Ctrl Enter']} words="next question" />}
              {typeof question.prompt === 'string' && <FormatButton format={format} />}
              <Duplicate block={question.id} />
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

const PictureLine = ({ picture }: { picture: Picture }) => (
  <img
    src={picture.src}
    alt={picture.text}
    width={160}
    height={80}
    style={{ objectFit: 'cover', display: 'block', marginBottom: 6 }}
  />
);
