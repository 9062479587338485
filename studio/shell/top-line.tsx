'use client';
/** The line above the sheet of a quiz: its title, how it stands, undo and redo, and what can be done with it. */
import { History, Redo2, Undo2 } from 'lucide-react';
import styled from 'styled-components';
import { PrimaryButton, TextButton } from '../../ui/controls';
import { Mark, type MarkKind } from '../../ui/marks';
import { useDocument, useDocumentStore } from '../document';
import { setField } from '../edits/edits';
import { AllComments } from '../shared/comments';
import { WhoIsHere } from '../shared/presence';
import { type Publication, usePublication } from '../shared/publication';
import { useRehearsal } from '../shared/rehearsal';
import { clock } from '../shared/time';

const Title = styled.input`
  font: 700 18px/1.2 var(--heading);
  border: 0;
  background: transparent;
  padding: 4px;
  margin-left: -4px;
  min-width: 80px;
  max-width: 46ch;
  field-sizing: content;
  border-radius: 3px;
  text-overflow: ellipsis;
  &:hover {
    background: var(--saffron-wash);
  }
`;
const State = styled.span`
  display: flex;
  gap: 8px;
  align-items: center;
  font-size: 13px;
  white-space: nowrap;
`;

/** How the draft stands to what is live. */
export function stateWords(live: Publication, revision: number): { kind: MarkKind; words: string } {
  if (live.edition === null) return { kind: 'not-yet', words: 'Draft' };
  return live.revision === revision
    ? { kind: 'yes', words: `Live as edition ${live.edition}` }
    : { kind: 'maybe', words: `Live as edition ${live.edition}, with changes` };
}

export function TopLine({
  onCheck,
  onPreview,
  onHistory,
}: {
  onCheck: () => void;
  onPreview: () => void;
  onHistory: () => void;
}) {
  // Select single fields, so that typing does not render this line.
  const title = useDocument((s) => s.quiz.title);
  const revision = useDocument((s) => s.revision + s.pending.length);
  const store = useDocumentStore();
  const { live, publish, publishing } = usePublication();
  const { findings, looking } = useRehearsal();
  const state = stateWords(live, revision);
  const errors = findings.filter((f) => f.severity === 'error').length;
  const warnings = findings.filter((f) => f.severity === 'warning').length;
  const unchanged = live.edition !== null && live.revision === revision;
  return (
    <>
      <Title
        className="title"
        aria-label="Title of the quiz"
        value={title}
        maxLength={200}
        onChange={(e) => store.getState().edit(setField('title', [], ['title'], title, e.target.value), 'title')}
      />
      <State>
        <Mark kind={state.kind} size={14} /> <span className="words">{state.words}</span>
      </State>
      <Saved />
      <Steps onHistory={onHistory} />
      <WhoIsHere />
      <AllComments />
      <span style={{ flex: 1 }} />
      <TextButton onPress={onCheck}>
        Check
        {errors > 0 && (
          <span style={{ display: 'inline-flex', alignItems: 'center', gap: 3, color: 'var(--brick)' }}>
            <Mark kind="no" size={11} /> {errors}
            <span className="sr-only"> errors</span>
          </span>
        )}
        {warnings > 0 && (
          <span style={{ display: 'inline-flex', alignItems: 'center', gap: 3, color: 'var(--saffron-ink)' }}>
            <Mark kind="maybe" size={12} /> {warnings}
            <span className="sr-only"> warnings</span>
          </span>
        )}
        {looking ? (
          <span style={{ color: 'var(--ink-3)', fontWeight: 400 }}>
            <span className="looking">looking </span>…
          </span>
        ) : (
          errors + warnings === 0 && (
            <>
              <Mark kind="yes" size={12} />
              <span className="sr-only"> nothing found</span>
            </>
          )
        )}
      </TextButton>
      <TextButton onPress={onPreview}>Preview</TextButton>
      <PrimaryButton
        className="publish"
        style={{ whiteSpace: 'nowrap', flexShrink: 0 }}
        isDisabled={publishing || unchanged}
        onPress={() => void publish()}
      >
        {unchanged ? `Edition ${live.edition} is live` : `Publish edition ${(live.edition ?? 0) + 1}`}
      </PrimaryButton>
    </>
  );
}

/** One step back, one forth, or to an earlier state. */
export function Steps({ onHistory }: { onHistory: () => void }) {
  const store = useDocumentStore();
  const canUndo = useDocument((s) => s.done.length > 0);
  const canRedo = useDocument((s) => s.undone.length > 0);
  return (
    <>
      <TextButton aria-label="Undo" isDisabled={!canUndo} onPress={() => store.getState().undo()}>
        <Undo2 size={16} />
      </TextButton>
      <TextButton aria-label="Redo" isDisabled={!canRedo} onPress={() => store.getState().redo()}>
        <Redo2 size={16} />
      </TextButton>
      <TextButton aria-label="Earlier states" onPress={onHistory}>
        <History size={16} />
      </TextButton>
    </>
  );
}

export function Saved() {
  const saving = useDocument((s) => s.saving);
  const savedAt = useDocument((s) => s.savedAt);
  return (
    <span
      role="status"
      style={{ fontSize: 13, color: saving === 'offline' ? 'var(--brick)' : 'var(--ink-3)', whiteSpace: 'nowrap' }}
      suppressHydrationWarning
    >
      {saving === 'saved' ? (
        <>
          Saved{' '}
          <span className="time" suppressHydrationWarning>
            {clock(savedAt)}
          </span>
        </>
      ) : saving === 'saving' ? (
        'Saving …'
      ) : (
        'Not saved yet, kept on this device'
      )}
    </span>
  );
}
