'use client';
/** The answers of a choice, each with what it does in the margin. */
import { Inline, Muted } from '../../ui/text';
import type { Choice } from '../../core/schema/quiz';
import { Mark } from '../../ui/marks';
import { useDocumentStore } from '../document';
import { placeOfBlock, placeOfOption, setField } from '../edits/edits';
import type { Measure } from '../edits/measures';
import type { Cursor } from '../fields/cursor';
import { OptionMargin } from './margin';
import { PictureButton } from '../fields/picture';
import { Row } from '../shared/sheet';
import { type Hands, LineList } from './lines';
import type { StudioKind } from './kind';
import { useBlockFields } from '../fields/use-fields';
import { lineField } from './lines';
import { isKeyed } from '../../core/questions/registry';
import { Choose, Toggle } from '../../ui/controls';
import { NumberField } from '../fields/number-field';

function Answers({
  question,
  targets,
  cursor,
  hands,
}: {
  question: Choice;
  targets: Measure[];
  cursor: Cursor | null;
  hands: Hands;
}) {
  const store = useDocumentStore();
  const free = question.other && !question.options.some((o) => o.id === 'other');
  return (
    <>
      <LineList
        at={placeOfBlock(store.getState().quiz, question.id)}
        list="options"
        items={question.options}
        hands={hands}
        word="Answer"
        another="Another answer"
        placeholder={question.as === 'pictures' ? 'Words under the picture' : 'An answer'}
        active={cursor?.option ?? null}
        open={cursor !== null}
        hasContent={(option) => option.picture !== undefined}
        mark={({ id, credit }) => {
          const { quiz, edit } = store.getState();
          edit(
            setField('set-key', placeOfOption(quiz, question.id, id), ['credit'], credit, credit === 1 ? undefined : 1),
          );
        }}
        gutter={(option) => <Mark kind={option.credit === 1 ? 'yes' : option.credit ? 'maybe' : 'not-yet'} size={12} />}
        margin={(option, _, active) => (
          <OptionMargin question={question} option={option} targets={targets} active={active} />
        )}
        beside={(option, i) =>
          question.as === 'pictures' && (
            <PictureButton
              at={() => placeOfOption(store.getState().quiz, question.id, option.id)}
              picture={option.picture}
              of={option.text || `answer ${i + 1}`}
            />
          )
        }
      />
      {free && (
        <Row gutter={<Mark kind="not-yet" size={12} />} margin="asks for words of their own">
          <Muted>Something else</Muted>
        </Row>
      )}
    </>
  );
}

/** "One answer, required, kept in this order" */
function rangeInWords({ pick, min, max, options, required, shuffle, as }: Choice): string {
  const several = min === undefined && max === undefined ? 'Several' : `${min ?? 1} to ${max ?? options.length}`;
  const isExact = pick === 'many' && min !== undefined && min === max;
  return [
    isExact ? `Exactly ${min} answers` : pick === 'one' ? 'One answer' : `${several} answers`,
    required ? 'required' : 'may be left empty',
    shuffle ? 'shuffled' : 'kept in this order',
    ...(as === 'pictures' ? ['as pictures'] : []),
  ].join(', ');
}

function ChoiceSettings({ question }: { question: Choice }) {
  const { set } = useBlockFields(question);
  return (
    <div className="row">
      <Inline>
        A visitor chooses{' '}
        <Choose
          label="How many answers may be chosen"
          value={question.pick}
          options={[
            { id: 'one', label: 'one answer' },
            { id: 'many', label: 'several answers' },
          ]}
          onChange={(to) => set('pick', to)}
        />
        , shown as{' '}
        <Choose
          label="How the answers are shown"
          value={question.as ?? 'list'}
          options={[
            { id: 'list', label: 'a list' },
            { id: 'pictures', label: 'pictures' },
            { id: 'drop-down', label: 'a list that folds away' },
            { id: 'yes-no', label: 'two halves' },
          ]}
          onChange={(to) => set('as', to === 'list' ? undefined : to)}
        />
      </Inline>
      {question.pick === 'many' && (
        <>
          <NumberField
            label="At least"
            value={question.min}
            placeholder="0"
            above={-1}
            onChange={(to) => set('min', to === undefined ? to : Math.round(to))}
          />
          <NumberField
            label="At most"
            value={question.max}
            placeholder="all"
            above={0}
            onChange={(to) => set('max', to === undefined ? to : Math.max(1, Math.round(to)))}
          />
        </>
      )}
      <Toggle selected={question.other ?? false} onChange={(to) => set('other', to || undefined)}>
        “Something else”, in their own words
      </Toggle>
    </div>
  );
}

function Across({ question }: { question: Choice }) {
  const { set } = useBlockFields(question);
  if (question.as === 'drop-down') return null;
  return (
    <Inline>
      <Choose
        label="Answers beside each other"
        value={String(question.across ?? 0)}
        options={[
          { id: '0', label: 'as many beside each other as fit' },
          ...[1, 2, 3, 4].map((n) => ({
            id: String(n),
            label: n === 1 ? 'one below the other' : `${n} beside each other`,
          })),
        ]}
        onChange={(to) => set('across', Number(to) || undefined)}
      />
    </Inline>
  );
}

function PartlyRight({ question }: { question: Choice }) {
  const { set } = useBlockFields(question);
  if (question.pick !== 'many' || !isKeyed(question)) return null;
  return (
    <>
      {' '}
      <Choose
        label="Partly right"
        value={question.credit ?? 'all'}
        options={[
          { id: 'all', label: 'All right ones, and only those, must be chosen' },
          { id: 'share', label: 'Each right one counts, each wrong one against it' },
        ]}
        onChange={(to) => set('credit', to === 'all' ? undefined : to)}
      />
      .
    </>
  );
}

export const choice: StudioKind<Choice> = {
  Body: Answers,
  list: 'options',
  saysKeys: true,
  firstField: ({ options: [first] }) => first && lineField(first.id),
  settingsInWords: rangeInWords,
  Settings: ChoiceSettings,
  MoreSettings: Across,
  Key: PartlyRight,
};
