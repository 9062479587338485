/** Edits of the languages of a quiz, and of its wording. */
import type { Edit, Op, Place } from '../../core/document/edits';
import { linesIn, translationIn } from '../../core/languages/translate';
import type { Label, Translation } from '../../core/schema/languages';
import type { Quiz, RichText } from '../../core/schema/quiz';
import { isBlank } from '../../core/text/rich';
import { setField } from './edits';

const placeOf = (language: string): Place => ['translations', language];

export const addLanguage = (quiz: Quiz, language: string): Edit => ({
  name: 'add-language',
  ops: [
    {
      op: 'insert',
      at: [],
      list: 'translations',
      item: { id: language },
      after: quiz.translations?.at(-1)?.id ?? null,
    },
  ],
});

export const removeLanguage = (language: string): Edit => ({
  name: 'remove-language',
  ops: [{ op: 'remove', at: [], list: 'translations', id: language }],
});

export const offer = ({ id, offered }: Translation, to: Translation['offered']): Edit =>
  setField('offer-language', placeOf(id), ['offered'], offered, to);

/** Says a text in a language; nothing takes it out. */
export function translate(
  quiz: Quiz,
  language: string,
  { place, text }: { place: string; text: RichText },
  to: RichText,
): Edit {
  const was = translationIn(quiz, language)?.texts?.[place];
  return setField('translate', placeOf(language), ['texts', place], was, isBlank(to) ? undefined : { to, of: text });
}

const setTexts = (quiz: Quiz, language: string, name: string, more: NonNullable<Translation['texts']>): Edit => {
  const was = translationIn(quiz, language)?.texts;
  return setField(name, placeOf(language), ['texts'], was, { ...was, ...more });
};

/**
 * Begins a language with the words of another, to be gone over: each counts as made from another wording until then.
 * @param from a language of the quiz; its own, or one that it was put into
 */
export function copyInto(quiz: Quiz, language: string, from: string): Edit | null {
  const source = new Map(linesIn(quiz, from).map(({ place, to, text }) => [place, from === quiz.language ? text : to]));
  const copied = linesIn(quiz, language).flatMap(({ place, state }) => {
    const to = source.get(place);
    return state === 'missing' && to !== undefined ? [[place, { to, of: '' }] as const] : [];
  });
  return copied.length ? setTexts(quiz, language, 'copy-language', Object.fromEntries(copied)) : null;
}

/** Takes in what a translator has sent back. */
export const takeIn = (quiz: Quiz, language: string, texts: NonNullable<Translation['texts']>): Edit => {
  const edit = setTexts(quiz, language, 'read-translation', texts);
  if (translationIn(quiz, language)) return edit;
  const ops: Op[] = addLanguage(quiz, language).ops;
  return { name: edit.name, ops: [...ops, ...edit.ops] };
};

/** Words a button, label or message of the visitor's side; undefined leaves it to ours. */
export function setLabel(quiz: Quiz, language: string, key: string, to: Label | undefined): Edit {
  const isOwn = language === quiz.language;
  const labels = isOwn ? quiz.labels : (translationIn(quiz, language)?.labels ?? {});
  return setField('set-label', isOwn ? [] : placeOf(language), ['labels', key], labels[key], to);
}
