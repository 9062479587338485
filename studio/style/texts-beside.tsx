'use client';
/** The texts of a quiz beside what they are in another language. */
import { useState } from 'react';
import { linesIn, nameOfLanguage, type TranslatedLine } from '../../core/languages/translate';
import { searchable, whereIs } from '../../core/languages/texts';
import type { Quiz, RichText } from '../../core/schema/quiz';
import { plainText } from '../../core/text/rich';
import { LineInput, TextButton } from '../../ui/controls';
import { Muted } from '../../ui/text';
import { isRightToLeft } from '../../visitor/languages/direction';
import { useDocumentStore } from '../document';
import { insertsFor, nameOfInsert } from '../edits/inserts';
import { translate } from '../edits/language-edits';
import { RichField } from '../fields/rich-field';
import { RichFrame, RichRead } from '../fields/rich-read';
import { TextField } from '../fields/text-field';
import { Views } from '../shell/view-switch';

type Which = 'all' | 'missing' | 'changed';

export function TextsBeside({ quiz, language }: { quiz: Quiz; language: string }) {
  const [which, setWhich] = useState<Which>('all');
  const [search, setSearch] = useState('');
  // What was missing when the list was asked for stays in it while it is written.
  const [listed, setListed] = useState<Set<string> | null>(null);
  const all = linesIn(quiz, language);
  const count = (state: Which) => (state === 'all' ? all.length : all.filter((line) => line.state === state).length);
  const lines = all.filter(
    (line) => (!listed || listed.has(line.place)) && searchable(line).includes(search.trim().toLowerCase()),
  );
  const choose = (to: Which) => {
    setWhich(to);
    setListed(to === 'all' ? null : new Set(all.filter(({ state }) => state === to).map(({ place }) => place)));
  };
  return (
    <section aria-label={`Texts in ${nameOfLanguage(language)}`}>
      <div className="tools">
        <Views
          label="Which texts"
          value={which}
          onChange={choose}
          options={[
            { id: 'all', label: `All ${count('all')}` },
            { id: 'missing', label: `Missing ${count('missing')}` },
            { id: 'changed', label: `To look at again ${count('changed')}` },
          ]}
        />
        <label>
          Find{' '}
          <LineInput
            type="search"
            aria-label="Find a text"
            style={{ width: 160 }}
            value={search}
            onChange={(e) => setSearch(e.target.value)}
          />
        </label>
      </div>
      {lines.length === 0 && <Muted as="p">{which === 'all' ? 'No text is like that.' : 'None. That is good.'}</Muted>}
      <ul className="texts">
        {lines.map((line) => (
          <Line key={line.place} quiz={quiz} language={language} line={line} />
        ))}
      </ul>
    </section>
  );
}

function Line({ quiz, language, line }: { quiz: Quiz; language: string; line: TranslatedLine }) {
  const store = useDocumentStore();
  const inserts = insertsFor(quiz);
  const { text, state, to, was, place } = line;
  const where = whereIs(line);
  const set = (words: RichText) =>
    store.getState().edit(translate(quiz, language, line, words), `${language} ${place}`);
  const label = `${where}, in ${nameOfLanguage(language)}`;
  const gap = (id: string) => id;
  return (
    <li data-state={state}>
      <div>
        <Muted $small>{where}</Muted>
        <RichFrame lang={quiz.language} dir={isRightToLeft(quiz.language) ? 'rtl' : 'ltr'}>
          <RichRead value={text} gap={gap} insert={(attrs) => nameOfInsert(inserts, attrs)} />
        </RichFrame>
      </div>
      <div>
        <Muted $small>
          {state === 'missing' ? (
            <>
              missing{' '}
              {typeof text !== 'string' && (
                <TextButton
                  $weight={500}
                  aria-label={`Begin with its own words: ${label}`}
                  onPress={() => store.getState().edit(translate(quiz, language, { place, text: '' }, text))}
                >
                  Begin with its own words
                </TextButton>
              )}
            </>
          ) : state === 'changed' ? (
            <>
              {was === undefined || was === '' ? 'copied, not gone over yet' : `it was “${plainText(was)}”`}{' '}
              <TextButton
                $weight={500}
                aria-label={`It is right: ${label}`}
                onPress={() => to !== undefined && set(to)}
              >
                It is right
              </TextButton>
            </>
          ) : (
            <>&nbsp;</>
          )}
        </Muted>
        <div className="field" lang={language} dir={isRightToLeft(language) ? 'rtl' : 'ltr'}>
          {typeof text === 'string' ? (
            <TextField
              label={label}
              value={plainText(to)}
              placeholder={line.isKey ? 'spellings, with ; between them' : ''}
              onChange={set}
            />
          ) : (
            <RichField label={label} value={to} onChange={set} gaps={{ labelOf: gap }} />
          )}
        </div>
      </div>
    </li>
  );
}
