'use client';
/** The settings of a question that are seldom needed, unfolded under it. */
import styled from 'styled-components';
import type { Choice, Page, Question, QuestionKind } from '../../core/quiz/schema';
import { isKeyed } from '../../core/quiz/lookup';
import { plainText } from '../../core/text/rich';
import { Choose, LineInput, TextButton, Toggle } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { breakBefore, moveBlock, placeOfBlock, removeBlock, setField } from '../edits';
import { readNumber } from '../targets';
import { PictureButton } from './picture';

const Lines = styled.div`
  display: grid;
  gap: 10px;
  padding-bottom: 12px;
  font-size: 14px;
  label.wide {
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

export const kindNames: Record<QuestionKind, string> = {
  choice: 'Choice',
  text: 'Short text',
  essay: 'Long text',
  number: 'Number',
  slider: 'Slider',
  rating: 'Rating',
  date: 'Date',
  order: 'Put in order',
  match: 'Match pairs',
  gaps: 'Fill the gaps',
  grid: 'Grid',
  spots: 'Places in a picture',
};

/** "One answer, required, kept in this order" */
export function settingsInWords(question: Question): string {
  if (question.kind !== 'choice')
    return `${kindNames[question.kind]}, ${question.required ? 'required' : 'may be left empty'}`;
  const range = question.min !== undefined || question.max !== undefined;
  const n =
    question.pick === 'one'
      ? 'One answer'
      : range
        ? `${question.min ?? 1} to ${question.max ?? question.options.length} answers`
        : 'Several answers';
  const exactly =
    question.pick === 'many' && question.min !== undefined && question.min === question.max
      ? `Exactly ${question.min} answers`
      : n;
  return [
    exactly,
    question.required ? 'required' : 'may be left empty',
    question.shuffle ? 'shuffled' : 'kept in this order',
    ...(question.as === 'pictures' ? ['as pictures'] : []),
  ].join(', ');
}

export function QuestionSettings({ question, page }: { question: Question; page: Page }) {
  const store = useDocumentStore();
  const at = () => placeOfBlock(store.getState().quiz, question.id);
  const set = (field: string, was: unknown, to: unknown, join?: string) =>
    store.getState().edit(setField(`set-${field}`, at(), [field], was, to), join && `${join} ${question.id}`);
  const first = page.blocks[0]?.id === question.id;
  const apply = (
    make: typeof breakBefore | ((...args: Parameters<typeof breakBefore>) => ReturnType<typeof moveBlock>),
  ) => {
    const { quiz, edit } = store.getState();
    const made = make(quiz, question.id);
    if (made) edit(made);
  };
  return (
    <Lines>
      {question.kind === 'choice' && <ChoiceSettings question={question} set={set} />}
      <div className="row">
        <Toggle selected={question.required ?? false} onChange={(to) => set('required', question.required, to)}>
          Required
        </Toggle>
        {question.kind === 'choice' && (
          <Toggle
            selected={question.shuffle ?? false}
            onChange={(to) => set('shuffle', question.shuffle, to || undefined)}
          >
            Shuffle the answers
          </Toggle>
        )}
      </div>
      {isKeyed(question) && (
        <div className="row">
          <NumberField label="Marks" value={question.marks ?? 1} onChange={(to) => set('marks', question.marks, to)} />
          <NumberField
            label="Taken off when wrong"
            value={question.penalty ?? 0}
            onChange={(to) => set('penalty', question.penalty, to || undefined)}
          />
        </div>
      )}
      <label className="wide">
        Hint
        <LineInput
          value={plainText(question.hint)}
          maxLength={2000}
          placeholder="Shown under the question"
          onChange={(e) => set('hint', question.hint, e.target.value || undefined, 'hint')}
        />
      </label>
      <label className="wide">
        Your own label
        <LineInput
          value={question.name ?? ''}
          maxLength={200}
          placeholder="The question itself serves"
          onChange={(e) => set('name', question.name, e.target.value || undefined, 'name')}
        />
      </label>
      <div className="row">
        <PictureButton at={at} field={['media', 'picture']} picture={question.media?.picture} of="the question" />
      </div>
      <div className="row">
        <TextButton $weight={500} onPress={() => apply((quiz, id) => moveBlock(quiz, id, -1))}>
          Move up
        </TextButton>
        <TextButton $weight={500} onPress={() => apply((quiz, id) => moveBlock(quiz, id, 1))}>
          Move down
        </TextButton>
        {!first && (
          <TextButton $weight={500} onPress={() => apply(breakBefore)}>
            New page from here
          </TextButton>
        )}
        <TextButton
          $danger
          $weight={500}
          onPress={() => store.getState().edit(removeBlock(store.getState().quiz, question.id))}
        >
          Delete question
        </TextButton>
      </div>
    </Lines>
  );
}

type Setter = (field: string, was: unknown, to: unknown, join?: string) => void;

function ChoiceSettings({ question, set }: { question: Choice; set: Setter }) {
  return (
    <div className="row">
      <span>
        A visitor chooses{' '}
        <Choose
          label="How many answers may be chosen"
          value={question.pick}
          options={[
            { id: 'one', label: 'one answer' },
            { id: 'many', label: 'several answers' },
          ]}
          onChange={(to) => set('pick', question.pick, to)}
        />
        , shown as{' '}
        <Choose
          label="How the answers are shown"
          value={question.as ?? 'list'}
          options={[
            { id: 'list', label: 'a list' },
            { id: 'pictures', label: 'pictures' },
            { id: 'yes-no', label: 'two halves' },
          ]}
          onChange={(to) => set('as', question.as, to === 'list' ? undefined : to)}
        />
      </span>
      {question.pick === 'many' && (
        <>
          <NumberField label="At least" value={question.min} onChange={(to) => set('min', question.min, to)} />
          <NumberField
            label="At most"
            value={question.max}
            onChange={(to) => set('max', question.max, to || undefined)}
          />
        </>
      )}
    </div>
  );
}

function NumberField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number | undefined;
  onChange: (value: number | undefined) => void;
}) {
  return (
    <label style={{ display: 'inline-flex', gap: 6, alignItems: 'center', color: 'var(--ink-2)' }}>
      {label}
      <LineInput
        type="number"
        min={0}
        style={{ width: 56 }}
        value={value ?? ''}
        onChange={(e) => {
          const to = readNumber(e.target.value);
          onChange(e.target.value === '' || to === null ? undefined : Math.max(0, to));
        }}
      />
    </label>
  );
}
