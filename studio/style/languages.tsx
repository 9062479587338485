'use client';
/** The languages of a quiz: which there are, who gets them, and the texts of one beside those of the quiz. */
import { useState } from 'react';
import { inLanguage, linesIn, nameOfLanguage, standingIn } from '../../core/languages/translate';
import type { Translation } from '../../core/schema/languages';
import type { Quiz } from '../../core/schema/quiz';
import { Choose, MenuButton, TextButton } from '../../ui/controls';
import { Muted } from '../../ui/text';
import { useDocumentStore, useQuiz } from '../document';
import { addLanguage, copyInto, offer, removeLanguage } from '../edits/language-edits';
import { VisitorLanguage } from '../shared/visitor-language';
import { Beside } from './beside';
import { Exchange } from './exchange';
import { Shown, useShown } from './shown';
import { TextsBeside } from './texts-beside';

/** Languages that are proposed; those that our own words are in come first. */
const PROPOSED =
  'en de fr es it pt nl sv pl tr ar ja da nb fi is cs sk hu ro bg el hr sl sr uk ru et lv lt ga cy ca eu gl he fa ur hi bn ta zh zh-Hant ko vi th id ms sw'.split(
    ' ',
  );

export function Languages() {
  const quiz = useQuiz();
  const store = useDocumentStore();
  const shown = useShown();
  const translations = quiz.translations ?? [];
  const [chosen, setChosen] = useState<string | null>(null);
  const now = translations.find(({ id }) => id === chosen) ?? translations[0];
  const left = PROPOSED.filter((id) => id !== quiz.language && !translations.some((t) => t.id === id));
  return (
    <Beside>
      <section className="list" aria-label="Languages">
        <h1>Languages</h1>
        <div className="says">
          The quiz speaks <b>{nameOfLanguage(quiz.language)}</b> <VisitorLanguage quiz={quiz} />. A page around it can
          ask for one by name.
        </div>
        <ul style={{ listStyle: 'none' }} aria-label="What it was put into">
          {translations.map((translation) => (
            <LanguageLine
              key={translation.id}
              quiz={quiz}
              translation={translation}
              isNow={translation === now}
              onChoose={() => setChosen(translation.id)}
            />
          ))}
        </ul>
        <div className="tools">
          <MenuButton
            label="Add a language"
            entries={left.map((id) => ({ id, label: nameOfLanguage(id), note: nameOfLanguage(id, id) }))}
            onAction={(id) => {
              store.getState().edit(addLanguage(quiz, id));
              setChosen(id);
            }}
          >
            Add a language
          </MenuButton>
          <Exchange quiz={quiz} language={now?.id ?? null} onTaken={setChosen} />
        </div>
        {now ? (
          <>
            <CopyInto quiz={quiz} language={now.id} />
            <TextsBeside key={now.id} quiz={quiz} language={now.id} />
          </>
        ) : (
          <Muted as="p">
            It is in one language alone. Add another, and its texts stand here beside yours; or read in what a
            translator has sent.
          </Muted>
        )}
      </section>
      {now && (
        <div className="quiz">
          <Shown quiz={inLanguage(quiz, now.id)} {...shown} />
        </div>
      )}
    </Beside>
  );
}

const texts = (n: number): string => (n === 1 ? 'one text' : `${n} texts`);

/** How far a language has come, and who gets it. */
function LanguageLine({
  quiz,
  translation,
  isNow,
  onChoose,
}: {
  quiz: Quiz;
  translation: Translation;
  isNow: boolean;
  onChoose: () => void;
}) {
  const store = useDocumentStore();
  const { id, offered } = translation;
  const { of, missing, changed } = standingIn(quiz, id);
  const name = nameOfLanguage(id);
  const said = [
    missing === 0 ? `all ${texts(of)} are there` : `${texts(missing)} of ${of} missing`,
    ...(changed > 0 ? [`${changed} to look at again`] : []),
  ];
  return (
    <li className="says" aria-label={name}>
      <TextButton
        aria-pressed={isNow}
        onPress={onChoose}
        style={isNow ? { borderBottom: '3px solid var(--saffron)' } : {}}
      >
        {name}
      </TextButton>
      : {said.join(', ')}. Visitors{' '}
      <Choose
        label={`Who gets ${name}`}
        value={offered ?? 'none'}
        options={[
          { id: 'none', label: 'do not get it yet' },
          { id: 'whole', label: 'get it once it is whole' },
          { id: 'gaps', label: `get it, gaps in ${nameOfLanguage(quiz.language)}` },
        ]}
        onChange={(to) => store.getState().edit(offer(translation, to === 'none' ? undefined : to))}
      />
      .{' '}
      <TextButton
        $weight={500}
        $danger
        aria-label={`Take ${name} out`}
        onPress={() => store.getState().edit(removeLanguage(id))}
      >
        Take out
      </TextButton>
    </li>
  );
}

/** A language can begin with the words of another. */
function CopyInto({ quiz, language }: { quiz: Quiz; language: string }) {
  const store = useDocumentStore();
  if (linesIn(quiz, language).every(({ state }) => state !== 'missing')) return null;
  const others = (quiz.translations ?? []).map(({ id }) => id).filter((id) => id !== language);
  return (
    <MenuButton
      label="Begin with the words of another language"
      entries={[quiz.language, ...others].map((id) => ({ id, label: nameOfLanguage(id) }))}
      onAction={(from) => {
        const edit = copyInto(quiz, language, from);
        if (edit) store.getState().edit(edit);
      }}
    >
      Begin what is missing with the words of …
    </MenuButton>
  );
}
