/** Settings kept by a name, given to other questions; and what in a question is unlike the rest of the quiz. Pure, and tested on its own. */
import type { Edit, Op } from '../../core/document/edits';
import { same } from '../../core/document/edits';
import { isQuestion } from '../../core/document/lookup';
import type { Block, Preset, Question, Quiz } from '../../core/schema/quiz';
import { newId, placeOfBlock, setField } from '../edits/edits';
import { inOrder, shared } from './bulk';

type Settings = Preset['settings'];
const fields = [
  'required',
  'marks',
  'penalty',
  'credit',
  'shuffle',
  'across',
  'limit',
] as const satisfies readonly (keyof Settings & keyof Question)[];

/** What of a question can be kept as a preset. */
export const settingsOf = (question: Question): Settings =>
  Object.fromEntries(fields.flatMap((f) => (question[f] === undefined ? [] : [[f, question[f]]])));

/** Keeps the settings of a question by a name; the same name again is that preset with other settings. */
export function keepPreset(quiz: Quiz, question: Question, name: string): Edit {
  const presets = quiz.presets ?? [];
  const old = presets.find((p) => p.name.toLowerCase() === name.trim().toLowerCase());
  const kept: Preset = { ...(old ?? { id: newId('set'), name: name.trim() }), settings: settingsOf(question) };
  const next = old ? presets.map((p) => (p === old ? kept : p)) : [...presets, kept];
  return setField('keep-preset', [], ['presets'], quiz.presets, next);
}

/** Gives the settings of a preset to questions: what it does not set becomes as usual. Null where nothing changes. */
export function applyPreset(quiz: Quiz, ids: readonly string[], preset: Preset): Edit | null {
  const ops = inOrder(quiz, ids).flatMap((q) =>
    fields.flatMap((field): Op[] =>
      same(q[field], preset.settings[field])
        ? []
        : setField('apply-preset', placeOfBlock(quiz, q.id), [field], q[field], preset.settings[field]).ops,
    ),
  );
  return ops.length ? { name: 'apply-preset', ops } : null;
}

export function removePreset(quiz: Quiz, id: string): Edit {
  const left = (quiz.presets ?? []).filter((p) => p.id !== id);
  return setField('remove-preset', [], ['presets'], quiz.presets, left.length ? left : undefined);
}

/** New questions begin with the settings of this preset; null: with the usual ones. */
export function beginWith(quiz: Quiz, id: string | null): Edit {
  const next = (quiz.presets ?? []).map(({ fresh: _fresh, ...p }) => (p.id === id ? { ...p, fresh: true } : p));
  return setField('begin-with', [], ['presets'], quiz.presets, next.length ? next : undefined);
}

/** A new block as this quiz begins one. */
export function begun<B extends Block>(quiz: Quiz, block: B): B {
  const preset = quiz.presets?.find((p) => p.fresh);
  return isQuestion(block) ? { ...block, ...quiz.usual, ...preset?.settings } : block;
}

const usual = { required: false, marks: 1, penalty: 0, shuffle: false } as const;
type Common = keyof typeof usual;
const commons: readonly Common[] = ['required', 'marks', 'penalty', 'shuffle'];

/** In what a question is unlike most of the quiz, each with the value that the others have. */
export function unlikeOthers(quiz: Quiz, question: Question): { field: Common; others: boolean | number }[] {
  return commons.flatMap((field) => {
    const { value, of } = shared(quiz, field, usual[field]);
    const own = question[field] ?? usual[field];
    return value === undefined || of < 3 || own === value ? [] : [{ field, others: value }];
  });
}

/** Takes back what a question has of its own. */
export function asOthers(quiz: Quiz, question: Question): Edit | null {
  const at = placeOfBlock(quiz, question.id);
  const ops = unlikeOthers(quiz, question).flatMap(
    ({ field, others }) =>
      setField('as-others', at, [field], question[field], others === usual[field] ? undefined : others).ops,
  );
  return ops.length ? { name: 'as-others', ops } : null;
}
