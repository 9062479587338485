'use client';
/** What holds for a quiz as a whole. */
import { Muted } from '../../ui/text';
import { useState } from 'react';
import styled from 'styled-components';
import { nameOfLanguage } from '../../core/languages/translate';
import type { Quiz } from '../../core/schema/quiz';
import { languages } from '../../visitor/languages';
import { Choose, LineInput, TextButton, Toggle } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { setField } from '../edits/edits';
import { NumberField } from '../fields/number-field';
import { type ForAllField, paged, type Paging, setForAll, shared } from './bulk';
import { VisitorLanguage } from '../shared/visitor-language';
import { PresetPart } from './presets';

const Panel = styled.section`
  position: relative;
  z-index: 1;
  background: var(--paper);
  padding: 12px 24px 18px;
  border-bottom: 1px solid var(--ink);
  display: grid;
  gap: 8px;
  line-height: 28px;
  max-width: 760px;
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 24px;
    align-items: center;
  }
`;

const ours = languages.map((id) => ({ id, label: nameOfLanguage(id, id) }));

/** What holds for all pages and questions. */
export function WholePanel({ quiz }: { quiz: Quiz }) {
  const store = useDocumentStore();
  return (
    <Panel aria-label="The whole quiz">
      <label className="row">
        What it is about:{' '}
        <LineInput
          aria-label="What the quiz is about"
          style={{ flex: 1, minWidth: 200 }}
          maxLength={2000}
          placeholder="A line for your own list, and for search engines"
          value={quiz.description}
          onChange={(e) =>
            store
              .getState()
              .edit(setField('set-quiz', [], ['description'], quiz.description, e.target.value), 'description')
          }
        />
      </label>
      <Delivery quiz={quiz} />
      <Rearrange />
      <ForAll quiz={quiz} />
      <PresetPart quiz={quiz} />
    </Panel>
  );
}

/** In which language, and how, visitors go through it. */
function Delivery({ quiz }: { quiz: Quiz }) {
  const store = useDocumentStore();
  const { delivery } = quiz;
  const known = ours.some(({ id }) => id === quiz.language);
  const deliver = <K extends keyof typeof delivery>(field: K, to: (typeof delivery)[K] | undefined) =>
    store.getState().edit(setField('set-quiz', [], ['delivery', field], delivery[field], to), `delivery.${field}`);
  return (
    <>
      <div>
        Its buttons and messages speak{' '}
        <Choose
          label="Language"
          value={quiz.language}
          options={[
            ...ours,
            ...(known ? [] : [{ id: quiz.language, label: nameOfLanguage(quiz.language, quiz.language) }]),
          ]}
          onChange={(to) => store.getState().edit(setField('set-quiz', [], ['language'], quiz.language, to))}
        />{' '}
        <VisitorLanguage quiz={quiz} />. Visitors{' '}
        <Choose
          label="Whether visitors can go back"
          value={delivery.back === false || delivery.explain === 'after' ? 'no' : 'yes'}
          options={[
            { id: 'yes', label: 'can go back' },
            { id: 'no', label: 'cannot go back' },
          ]}
          onChange={(to) => deliver('back', to === 'no' ? false : undefined)}
        />
        , and{' '}
        <Choose
          label="Whether progress is shown"
          value={delivery.progress === false ? 'no' : 'yes'}
          options={[
            { id: 'yes', label: 'see how far they are' },
            { id: 'no', label: 'do not see how far they are' },
          ]}
          onChange={(to) => deliver('progress', to === 'no' ? false : undefined)}
        />
        . What is right is told{' '}
        <Choose
          label="When what is right is told"
          value={delivery.explain ?? 'end'}
          options={[
            { id: 'end', label: 'on the result, if at all' },
            { id: 'after', label: 'after each page, and then there is no way back' },
          ]}
          onChange={(to) => deliver('explain', to === 'after' ? 'after' : undefined)}
        />
        .
      </div>
      <div className="row">
        <Toggle selected={delivery.lookOver ?? false} onChange={(to) => deliver('lookOver', to || undefined)}>
          All answers are looked over before they are sent
        </Toggle>
        <NumberField
          label="Time for all of it:"
          after="seconds"
          value={delivery.limit}
          placeholder="none"
          above={0}
          onChange={(to) => deliver('limit', to)}
        />
      </div>
    </>
  );
}

/** Puts the questions on pages anew. */
function Rearrange() {
  const store = useDocumentStore();
  const [why, setWhy] = useState('');
  const rearrange = (how: Paging) => {
    const done = paged(store.getState().quiz, how);
    setWhy(done === null ? 'The pages stand like that already.' : 'why' in done ? done.why : '');
    if (done && 'edit' in done) store.getState().edit(done.edit);
  };
  return (
    <>
      <div className="row">
        <span>Put the questions on pages anew:</span>
        <TextButton $weight={500} onPress={() => rearrange('each')}>
          one on each
        </TextButton>
        <TextButton $weight={500} onPress={() => rearrange('topic')}>
          a page for each topic
        </TextButton>
        <TextButton $weight={500} onPress={() => rearrange('one')}>
          all on one
        </TextButton>
      </div>
      {why && (
        <Muted as="p" role="status">
          {why}
        </Muted>
      )}
    </>
  );
}

function ForAll({ quiz }: { quiz: Quiz }) {
  const store = useDocumentStore();
  const onAll = (field: ForAllField, to: unknown) => {
    const edit = setForAll(store.getState().quiz, field, to);
    if (edit) store.getState().edit(edit);
  };
  const required = shared(quiz, 'required', false);
  const marks = shared(quiz, 'marks', 1);
  const penalty = shared(quiz, 'penalty', 0);
  const shuffle = shared(quiz, 'shuffle', false);
  return (
    <div className="row" role="group" aria-label="For all questions">
      <span>For all questions:</span>
      <Toggle selected={required.value ?? false} onChange={(to) => onAll('required', to || undefined)}>
        required{differing(required)}
      </Toggle>
      <Toggle selected={shuffle.value ?? false} onChange={(to) => onAll('shuffle', to || undefined)}>
        answers shuffled{differing(shuffle)}
      </Toggle>
      <NumberField
        label="marks"
        after={differing(marks)}
        value={marks.value}
        placeholder="1"
        onChange={(to) => onAll('marks', to === 1 ? undefined : to)}
      />
      <NumberField
        label="penalty"
        after={differing(penalty)}
        value={penalty.value}
        placeholder="0"
        onChange={(to) => onAll('penalty', to || undefined)}
      />
    </div>
  );
}

const differing = ({ others }: { others: number }): string =>
  others ? ` (${others} ${others === 1 ? 'is' : 'are'} otherwise)` : '';
