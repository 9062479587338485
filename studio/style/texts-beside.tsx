'use client';
/** The texts of a quiz beside what they are in another language. */
import { memo, useState } from 'react';
import { linesIn, nameOfLanguage, type TranslatedLine } from '../../core/languages/translate';
import { searchable, whereIs } from '../../core/languages/texts';
import type { Insert, Quiz, RichText } from '../../core/schema/quiz';
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

/** Lines that are drawn at once: a quiz of a thousand questions has five thousand. */
const AT_ONCE = 200;

export function TextsBeside({ quiz, language }: { quiz: Quiz; language: string }) {
  const [which, setWhich] = useState<Which>('all');
  const [search, setSearch] = useState('');
  const [most, setMost] = useState(AT_ONCE);
  // What was missing when the list was asked for stays in it while it is written.
  const [listed, setListed] = useState<Set<string> | null>(null);
  const all = linesIn(quiz, language);
  const count = (state: Which) => (state === 'all' ? all.length : all.filter((line) => line.state === state).length);
  const lines = all.filter(
    (line) => (!listed || listed.has(line.place)) && searchable(line).includes(search.trim().toLowerCase()),
  );
  const choose = (to: Which) => {
    setWhich(to);
    setMost(AT_ONCE);
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
        {lines.slice(0, most).map((line) => (
          <Line key={line.place} own={quiz.language} language={language} line={line} />
        ))}
      </ul>
      {lines.length > most && (
        <p className="tools">
          <TextButton onPress={() => setMost(most + AT_ONCE)}>Show more of them</TextButton>
          <Muted $small>
            {most} of {lines.length} stand here.
          </Muted>
        </p>
      )}
    </section>
  );
}

type LineProps = { own: string; language: string; line: TranslatedLine };

/** Whatever is typed makes all lines anew; those in which nothing has changed are not drawn again. */
const isSameLine = (a: LineProps, b: LineProps): boolean =>
  a.own === b.own &&
  a.language === b.language &&
  a.line.place === b.line.place &&
  a.line.state === b.line.state &&
  a.line.text === b.line.text &&
  a.line.to === b.line.to &&
  a.line.part === b.line.part;

const Line = memo(function Line({ own, language, line }: LineProps) {
  const store = useDocumentStore();
  // Only texts with inserts in them ask for their names.
  const nameOf = (attrs: Insert['attrs']) => nameOfInsert(insertsFor(store.getState().quiz), attrs);
  const { text, state, to, was, place } = line;
  const where = whereIs(line);
  const set = (words: RichText) =>
    store.getState().edit(translate(store.getState().quiz, language, line, words), `${language} ${place}`);
  const label = `${where}, in ${nameOfLanguage(language)}`;
  const gap = (id: string) => id;
  return (
    <li data-state={state}>
      <div>
        <Muted $small>{where}</Muted>
        <RichFrame lang={own} dir={isRightToLeft(own) ? 'rtl' : 'ltr'}>
          <RichRead value={text} gap={gap} insert={nameOf} />
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
                  onPress={() =>
                    store.getState().edit(translate(store.getState().quiz, language, { place, text: '' }, text))
                  }
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
}, isSameLine);
