'use client';
/** The settings of a question that are seldom needed, unfolded under it. */
import type { Edit } from '../../core/document/edits';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { isKeyed, isReviewed, kindLabel, kindNames, kindOf } from '../../core/questions/registry';
import { changeKind } from '../../core/document/change-kind';
import type { Place } from '../../core/document/edits';
import type { Page, Question, Quiz, RichDoc } from '../../core/schema/quiz';
import { without } from '../../core/document/lookup';
import { isBlank, toDoc } from '../../core/text/rich';
import { Choose, LineInput, MenuButton, TextButton, Toggle } from '../../ui/controls';
import { BankLine } from '../shared/from-bank';
import { useDocument, useDocumentStore } from '../document';
import { breakBefore, changeQuestion, moveBlock, newId, placeOfBlock, removeBlock, setField } from '../edits/edits';
import { studioKind } from '../questions/registry';
import { NumberField } from '../fields/number-field';
import { PictureButton } from '../fields/picture';
import { PresetLine } from './presets';
import { useBlockFields } from '../fields/use-fields';
import { RecordingButton } from '../fields/recording';
import { RichField } from '../fields/rich-field';
import { ShownWhen } from './shown-when';

const Lines = styled.div`
  display: grid;
  gap: 10px;
  padding-bottom: 12px;
  font-size: 14px;
  .wide {
    display: grid;
    grid-template-columns: 132px minmax(0, 1fr);
    align-items: center;
    color: var(--ink-2);
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 16px;
    align-items: center;
  }
`;

/** "One answer, required, kept in this order" */
export const settingsInWords = (question: Question): string =>
  studioKind(question).settingsInWords?.(question) ??
  `${kindLabel(question.kind)}, ${question.required ? 'required' : 'may be left empty'}`;

export function QuestionSettings({ question, page }: { question: Question; page: Page }) {
  const store = useDocumentStore();
  const at = () => placeOfBlock(store.getState().quiz, question.id);
  const { set } = useBlockFields(question);
  const { Settings, MoreSettings, hasOwnPicture } = studioKind(question);
  const kind = kindOf(question);
  const scored = isKeyed(question) || isReviewed(question);
  const isBank = useDocument((s) => s.quizId.startsWith('bank-'));
  return (
    <Lines>
      <KindLine question={question} />
      {Settings && <Settings question={question} />}
      <div className="row">
        <Toggle selected={question.required ?? false} onChange={(to) => set('required', to)}>
          Required
        </Toggle>
        {kind.canShuffle && (
          <Toggle selected={question.shuffle ?? false} onChange={(to) => set('shuffle', to || undefined)}>
            Shuffled for each visitor
          </Toggle>
        )}
        {MoreSettings && <MoreSettings question={question} />}
      </div>
      {scored && <MarksRow question={question} />}
      <div className="wide">
        <span>Hint</span>
        <RichField
          label="Hint"
          value={question.hint}
          placeholder="Shown under the question"
          onChange={(to) => set('hint', isBlank(to) ? undefined : to)}
        />
      </div>
      <Explanations question={question} at={at()} scored={scored} />
      <label className="wide">
        Your own label
        <LineInput
          value={question.name ?? ''}
          maxLength={200}
          placeholder="The question itself serves"
          onChange={(e) => set('name', e.target.value || undefined)}
        />
      </label>
      <div className="row">
        <NumberField
          label="Time for it"
          after="seconds"
          value={question.limit}
          placeholder="none"
          above={0}
          onChange={(to) => set('limit', to)}
        />
        {!hasOwnPicture && (
          <PictureButton at={at} field={['media', 'picture']} picture={question.media?.picture} of="the question" />
        )}
        <RecordingButton at={at} field={['media']} media={question.media ?? {}} of="the question" />
      </div>
      <ShownWhen block={question.id} page={page.id} value={question.showIf} />
      <PresetLine question={question} />
      {!isBank && <BankLine question={question} />}
      <PlaceRow question={question} isFirst={page.blocks[0]?.id === question.id} />
    </Lines>
  );
}

/** What a right answer is worth, and a wrong one costs. */
function MarksRow({ question }: { question: Question }) {
  const { set } = useBlockFields(question);
  return (
    <div className="row">
      <NumberField
        label="Marks"
        value={question.marks}
        placeholder="1"
        above={-1}
        onChange={(to) => set('marks', to)}
      />
      <NumberField
        label="Taken off when wrong"
        value={question.penalty}
        placeholder="0"
        above={-1}
        onChange={(to) => set('penalty', to)}
      />
      {kindOf(question).hasRightParts?.(question) && (
        <Choose
          label="Partly right"
          value={question.credit ?? 'all'}
          options={[
            { id: 'all', label: 'all must be right' },
            { id: 'share', label: 'each right part counts' },
          ]}
          onChange={(to) => set('credit', to === 'all' ? undefined : to)}
        />
      )}
    </div>
  );
}

/** Where the question stands. */
function PlaceRow({ question, isFirst }: { question: Question; isFirst: boolean }) {
  const store = useDocumentStore();
  const apply = (make: (quiz: Quiz, id: string) => Edit | null) => {
    const { quiz, edit } = store.getState();
    const made = make(quiz, question.id);
    if (made) edit(made);
  };
  return (
    <div className="row">
      <TextButton $weight={500} onPress={() => apply((quiz, id) => moveBlock(quiz, id, -1))}>
        Move up
      </TextButton>
      <TextButton $weight={500} onPress={() => apply((quiz, id) => moveBlock(quiz, id, 1))}>
        Move down
      </TextButton>
      {!isFirst && (
        <TextButton $weight={500} onPress={() => apply(breakBefore)}>
          New page from here
        </TextButton>
      )}
      <TextButton $danger $weight={500} onPress={() => apply(removeBlock)}>
        Delete question
      </TextButton>
    </div>
  );
}

/** The kind, in a sentence; another one is taken at once where nothing is lost, and else after saying what would be. */
function KindLine({ question }: { question: Question }) {
  const store = useDocumentStore();
  const [asked, setAsked] = useState<ReturnType<typeof changeKind> | null>(null);
  const take = (next: Question) => {
    const { quiz, edit } = store.getState();
    edit(changeQuestion(quiz, question, next));
    setAsked(null);
  };
  return (
    <div>
      Kind:{' '}
      <Choose
        label="Kind of question"
        value={question.kind}
        options={kindNames.map((id) => ({ id, label: kindLabel(id) }))}
        onChange={(kind) => {
          const changed = changeKind(question, kind, newId);
          if (changed.drops.length) setAsked(changed);
          else if (kind !== question.kind) take(changed.question);
        }}
      />
      {asked && (
        <p role="alert" style={{ margin: '6px 0 0', color: 'var(--ink-2)' }}>
          As “{kindLabel(asked.question.kind)}” it loses {listed(asked.drops)}.{' '}
          <TextButton onPress={() => take(asked.question)}>Change it</TextButton>{' '}
          <TextButton $weight={500} onPress={() => setAsked(null)}>
            Leave it
          </TextButton>
        </p>
      )}
    </div>
  );
}

const listed = (parts: string[]): string =>
  parts.length < 2 ? (parts[0] ?? '') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1) ?? ''}`;

const explanations = [
  ['right', 'When right'],
  ['wrong', 'When wrong'],
  ['always', 'Always'],
] as const;

/** What is told after answering. Each is a text with links, put in when it is wanted. */
function Explanations({ question, at, scored }: { question: Question; at: Place; scored: boolean }) {
  const store = useDocumentStore();
  const explain = question.explain ?? {};
  const set = (part: (typeof explanations)[number][0], to: RichDoc | undefined) => {
    const next = to === undefined ? without(explain, part) : { ...explain, [part]: to };
    store
      .getState()
      .edit(
        setField('set-explanation', at, ['explain'], question.explain, Object.keys(next).length ? next : undefined),
        `explain ${part} ${question.id}`,
      );
  };
  const media = explain.media ?? {};
  const isExplained = explanations.some(([part]) => explain[part] !== undefined) || explain.media !== undefined;
  const offered = explanations.filter(([part]) => explain[part] === undefined && (scored || part === 'always'));
  return (
    <>
      {explanations
        .filter(([part]) => explain[part] !== undefined)
        .map(([part, label]) => (
          <div key={part} className="wide">
            <span>
              {label}
              <TextButton $weight={400} aria-label={`Remove: ${label}`} onPress={() => set(part, undefined)}>
                ✕
              </TextButton>
            </span>
            <RichField
              label={`Explanation: ${label.toLowerCase()}`}
              value={explain[part]}
              placeholder="What is told after answering"
              onChange={(to) => set(part, to)}
            />
          </div>
        ))}
      {isExplained && (
        <div className="wide">
          <span>With it</span>
          <span style={{ display: 'flex', gap: 12, flexWrap: 'wrap' }}>
            <PictureButton
              at={() => at}
              field={['explain', 'media', 'picture']}
              picture={media.picture}
              of="the explanation"
            />
            <RecordingButton at={() => at} field={['explain', 'media']} media={media} of="the explanation" />
          </span>
        </div>
      )}
      {offered.length > 0 && (
        <MenuButton
          label="Add an explanation"
          entries={offered.map(([id, label]) => ({ id, label }))}
          onAction={(id) => set(id, toDoc(''))}
        >
          <Plus size={14} /> Add an explanation
        </MenuButton>
      )}
    </>
  );
}
