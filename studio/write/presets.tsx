'use client';
/** Settings kept by a name: in a question, over several, and for the quiz as a whole. */
import { Inline } from '../../ui/text';
import type { Question, Quiz } from '../../core/schema/quiz';
import { Choose, MenuButton, TextButton } from '../../ui/controls';
import { useDocumentStore, useQuiz } from '../document';
import { NameIt } from '../shared/name-dialog';
import { applyPreset, asOthers, beginWith, keepPreset, removePreset, unlikeOthers } from './preset-edits';

/** A list of the presets, to give one of them to these questions. */
export function PresetMenu({ ids, label }: { ids: readonly string[]; label: string }) {
  const store = useDocumentStore();
  const presets = useQuiz().presets ?? [];
  if (presets.length === 0) return null;
  return (
    <MenuButton
      label={label}
      entries={presets.map((p) => ({ id: p.id, label: p.name }))}
      onAction={(id) => {
        const { quiz, edit } = store.getState();
        const preset = quiz.presets?.find((p) => p.id === id);
        const made = preset && applyPreset(quiz, ids, preset);
        if (made) edit(made);
      }}
    >
      Settings as in …
    </MenuButton>
  );
}

const words = { required: 'required', marks: 'marks', penalty: 'penalty', shuffle: 'shuffled' };

/** In a question: give it a preset, keep one, or take back what is unlike the others. */
export function PresetLine({ question }: { question: Question }) {
  const store = useDocumentStore();
  const quiz = useQuiz();
  const unlike = unlikeOthers(quiz, question);
  return (
    <div className="row">
      {unlike.length > 0 && (
        <span>
          Unlike most questions in: <b>{unlike.map((u) => words[u.field]).join(', ')}</b>.{' '}
          <TextButton
            $weight={500}
            onPress={() => {
              const edit = asOthers(store.getState().quiz, question);
              if (edit) store.getState().edit(edit);
            }}
          >
            As the others
          </TextButton>
        </span>
      )}
      <PresetMenu ids={[question.id]} label="Settings as in" />
      <NameIt
        ask="Keep them as"
        label="Name of these settings"
        onName={(name) => store.getState().edit(keepPreset(store.getState().quiz, question, name))}
      >
        Keep these settings
      </NameIt>
    </div>
  );
}

/** For the whole quiz: what new questions begin with, and which presets there are. */
export function PresetPart({ quiz }: { quiz: Quiz }) {
  const store = useDocumentStore();
  const presets = quiz.presets ?? [];
  if (presets.length === 0) return null;
  return (
    <div className="row" role="group" aria-label="Settings kept">
      <Inline>
        New questions begin with{' '}
        <Choose
          label="What new questions begin with"
          value={presets.find((p) => p.fresh)?.id ?? ''}
          options={[{ id: '', label: 'the usual settings' }, ...presets.map((p) => ({ id: p.id, label: p.name }))]}
          onChange={(to) => store.getState().edit(beginWith(store.getState().quiz, to || null))}
        />
        .
      </Inline>
      {presets.map((p) => (
        <span key={p.id}>
          {p.name}
          <TextButton
            $weight={400}
            aria-label={`Forget the settings ${p.name}`}
            onPress={() => store.getState().edit(removePreset(store.getState().quiz, p.id))}
          >
            ✕
          </TextButton>
        </span>
      ))}
    </div>
  );
}
