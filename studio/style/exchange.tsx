'use client';
/** A language goes out to a translator as a file, and comes back. */
import { useRef, useState } from 'react';
import type { XliffMistake } from '../../core/formats/xliff-read';
import { nameOfLanguage } from '../../core/languages/translate';
import type { Quiz } from '../../core/schema/quiz';
import { TextButton } from '../../ui/controls';
import { Alarm, Muted } from '../../ui/text';
import { useDocumentStore } from '../document';
import { takeIn } from '../edits/language-edits';

type Told = { says: string; mistakes: XliffMistake[]; isRefused: boolean };

async function keep(quiz: Quiz, language: string): Promise<void> {
  const { xliffOf } = await import('../../core/formats/xliff-write');
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([xliffOf(quiz, language)], { type: 'application/xliff+xml' }));
  link.download = `${quiz.title.replace(/[^\p{L}\p{N}]+/gu, '-').slice(0, 60) || 'quiz'}.${language}.xlf`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}

export function Exchange({
  quiz,
  language,
  onTaken,
}: {
  quiz: Quiz;
  language: string | null;
  onTaken: (language: string) => void;
}) {
  const store = useDocumentStore();
  const file = useRef<HTMLInputElement>(null);
  const [told, setTold] = useState<Told | null>(null);
  const take = async (chosen: File | undefined) => {
    if (!chosen) return;
    const { LONGEST_XLIFF, readXliff } = await import('../../core/formats/xliff-read');
    // A file that is too large is not even brought into memory.
    const text = chosen.size > LONGEST_XLIFF * 4 ? ' '.repeat(LONGEST_XLIFF + 1) : await chosen.text();
    const now = store.getState().quiz;
    const read = readXliff(now, text);
    if ('refused' in read) {
      setTold({ says: `“${chosen.name}” was not read.`, mistakes: [read.refused], isRefused: true });
      return;
    }
    if (read.language === now.language) {
      const says = `“${chosen.name}” is in ${nameOfLanguage(read.language)}, the quiz’s own language.`;
      setTold({ says, mistakes: [], isRefused: true });
      return;
    }
    const count = Object.keys(read.texts).length;
    const isTaken = count > 0 && store.getState().edit(takeIn(now, read.language, read.texts));
    if (isTaken) onTaken(read.language);
    const taken = isTaken ? (count === 1 ? 'One text was' : `${count} texts were`) : 'Nothing was';
    setTold({
      says: `${taken} taken in ${nameOfLanguage(read.language)}.`,
      mistakes: read.mistakes,
      isRefused: !isTaken,
    });
  };
  return (
    <>
      {language !== null && (
        <TextButton onPress={() => void keep(quiz, language)}>
          Save {nameOfLanguage(language)} for a translator
        </TextButton>
      )}
      <TextButton onPress={() => file.current?.click()}>Read what a translator has sent</TextButton>
      <input
        ref={file}
        type="file"
        hidden
        aria-label="A translation as XLIFF"
        accept=".xlf,.xliff,application/xliff+xml"
        onChange={(e) => {
          void take(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
      <div role="status" style={{ flexBasis: '100%' }}>
        {told && (
          <>
            {told.isRefused ? <Alarm as="p">{told.says}</Alarm> : <p>{told.says}</p>}
            {told.mistakes.length > 0 && (
              <ul style={{ listStyle: 'none' }}>
                {told.mistakes.slice(0, 30).map(({ line, says }, i) => (
                  <Alarm as="li" key={i}>
                    Line {line}: {says}.
                  </Alarm>
                ))}
              </ul>
            )}
            {told.mistakes.length > 30 && <Muted as="p">And {told.mistakes.length - 30} more.</Muted>}
            <Muted $small as="p">
              The file is XLIFF 2, which translators’ programs read.
            </Muted>
          </>
        )}
      </div>
    </>
  );
}
