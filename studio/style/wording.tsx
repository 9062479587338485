'use client';
/** Every button, label and message of the visitor's side: in our words, or in the creator's own. */
import { useRef, useState } from 'react';
import { without } from '../../core/document/lookup';
import { inLanguage, nameOfLanguage } from '../../core/languages/translate';
import type { Label } from '../../core/schema/languages';
import type { Quiz } from '../../core/schema/quiz';
import { Choose, LineInput, TextButton } from '../../ui/controls';
import { isRightToLeft } from '../../visitor/languages/direction';
import { FAULT, spokenIn } from '../../visitor/languages';
import { en, type Key, type Phrase, type Phrases } from '../../visitor/languages/phrases';
import { Muted } from '../../ui/text';
import { useDocumentStore, useQuiz } from '../document';
import { setLabel } from '../edits/language-edits';
import { TextField } from '../fields/text-field';
import { Beside } from './beside';
import { showWords } from './show-words';
import { Shown, useShown } from './shown';
import { type WordGroup, wordGroups, type WordKey } from './wording-places';

/** What has happened where something cannot be taken; in English the core says it as exactly as it can be said. */
const FAULTS: Record<string, string> = {
  required: 'Nothing was answered',
  'too-few': 'Too few were chosen',
  'too-many': 'Too many were chosen',
  'out-of-range': 'A value is outside its range',
  'not-an-email': 'It is no e-mail address',
  'not-a-phone': 'It is no phone number',
  'not-a-date': 'There is no such day',
  'not-a-number': 'It is no number',
  'no-file': 'A file did not arrive',
  'file-kind': 'It is a file of another kind',
  'file-too-large': 'The file is too large',
  consent: 'Nobody has agreed yet',
  'too-long': 'It is too long',
  unknown: 'It cannot be an answer here',
};

const plain = (phrase: Phrase): string => (typeof phrase === 'string' ? phrase : phrase.other);
const hasNumber = (phrase: Phrase): boolean => typeof phrase !== 'string' || /\{[nwW]\}/.test(phrase);

function ourWords(phrases: Phrases, key: WordKey): { what: string; ours: Phrase } {
  if (!key.startsWith(FAULT)) return { what: plain(en[key as keyof typeof en]), ours: phrases[key as Key] };
  const fault = key.slice(FAULT.length) as keyof NonNullable<Phrases['faults']>;
  return { what: FAULTS[fault] ?? fault, ours: phrases.faults?.[fault] ?? '' };
}

export function Wording() {
  const quiz = useQuiz();
  const [language, setLanguage] = useState(quiz.language);
  const [search, setSearch] = useState('');
  const [onlyOwn, setOnlyOwn] = useState<'all' | 'own'>('all');
  const shown = useShown();
  const preview = useRef<HTMLDivElement>(null);
  const languages = [quiz.language, ...(quiz.translations ?? []).map(({ id }) => id)];
  const now = languages.includes(language) ? language : quiz.language;
  const inIt = inLanguage(quiz, now);
  const { phrases } = spokenIn(now);
  const own = inIt.labels;
  const groups = wordGroups
    .map((group) => ({ ...group, keys: group.keys.filter((key) => fits(phrases, own, key, search, onlyOwn)) }))
    .filter(({ keys }) => keys.length > 0);
  return (
    <Beside>
      <section className="list" aria-label="Wording">
        <h1>Wording</h1>
        <div className="says">
          What is said in{' '}
          <Choose
            label="Language of the wording"
            value={now}
            options={languages.map((id) => ({ id, label: nameOfLanguage(id) }))}
            onChange={setLanguage}
          />
          , where the quiz itself says nothing. What is left empty is said in our words.
        </div>
        <div className="tools">
          <label>
            Find{' '}
            <LineInput
              type="search"
              aria-label="Find a wording"
              style={{ width: 200 }}
              value={search}
              onChange={(e) => setSearch(e.target.value)}
            />
          </label>
          <Choose
            label="Which wording"
            value={onlyOwn}
            options={[
              { id: 'all', label: 'All of it' },
              { id: 'own', label: 'What is my own' },
            ]}
            onChange={setOnlyOwn}
          />
        </div>
        {groups.length === 0 && <Muted as="p">Nothing is worded like that.</Muted>}
        {groups.map((group) => (
          <Group
            key={group.name}
            group={group}
            quiz={quiz}
            language={now}
            onShow={(key) => {
              if (!group.shows) return;
              shown.onShow(group.shows, null);
              const words = own[key];
              const said = typeof words === 'string' ? words : words?.other;
              // The page is there with the next frame.
              requestAnimationFrame(() => showWords(preview.current, said ?? plain(ourWords(phrases, key).ours)));
            }}
          />
        ))}
      </section>
      <div className="quiz" ref={preview}>
        <Shown quiz={inIt} {...shown} />
      </div>
    </Beside>
  );
}

function fits(phrases: Phrases, own: Quiz['labels'], key: WordKey, search: string, only: 'all' | 'own'): boolean {
  if (only === 'own' && own[key] === undefined) return false;
  const { what, ours } = ourWords(phrases, key);
  const said = own[key];
  const all = [what, plain(ours), typeof said === 'string' ? said : Object.values(said ?? {}).join(' ')];
  return all.join(' ').toLowerCase().includes(search.trim().toLowerCase());
}

type GroupProps = { group: WordGroup; quiz: Quiz; language: string; onShow: (key: WordKey) => void };

function Group({ group, quiz, language, onShow }: GroupProps) {
  const store = useDocumentStore();
  const { phrases } = spokenIn(language);
  const own = inLanguage(quiz, language).labels;
  return (
    <>
      <h2>{group.name}</h2>
      <ul className="texts">
        {group.keys.map((key) => {
          const { what, ours } = ourWords(phrases, key);
          return (
            <li key={key}>
              <div>
                {group.shows ? (
                  <TextButton $weight={400} aria-label={`Show where it says “${what}”`} onPress={() => onShow(key)}>
                    {what}
                  </TextButton>
                ) : (
                  what
                )}
                <Holes of={what} said={own[key]} />
              </div>
              <Words
                what={what}
                ours={ours}
                own={own[key]}
                language={language}
                onChange={(to) => store.getState().edit(setLabel(quiz, language, key, to), `label ${language} ${key}`)}
              />
            </li>
          );
        })}
      </ul>
    </>
  );
}

/** What is put into a wording; which of it somebody's own leaves out. */
function Holes({ of, said }: { of: string; said: Label | undefined }) {
  const holes = [
    ...new Set([...of.matchAll(/\{(\w+)\}/g)].map(([, name = '']) => (name === 'w' || name === 'W' ? 'n' : name))),
  ];
  if (holes.length === 0 || said === undefined) return null;
  const words = typeof said === 'string' ? said : Object.values(said).join(' ');
  const left = holes.filter((name) => !words.includes(`{${name}}`) && !(name === 'n' && /\{[wW]\}/.test(words)));
  if (left.length === 0) return null;
  return (
    <Muted as="p" $small>
      It does not say {left.map((name) => `{${name}}`).join(', ')}.
    </Muted>
  );
}

type WordsProps = {
  what: string;
  ours: Phrase;
  own: Label | undefined;
  language: string;
  onChange: (to: Label | undefined) => void;
};

/** A number that shows what a plural of a language is for. */
function sampleOf(language: string, rule: Intl.LDMLPluralRule): number {
  const rules = new Intl.PluralRules(language);
  return [1, 2, 3, 5, 11, 21, 100, 0, 1_000_000].find((n) => rules.select(n) === rule) ?? 0;
}

function rulesOf(language: string): Intl.LDMLPluralRule[] {
  try {
    return new Intl.PluralRules(language)
      .resolvedOptions()
      .pluralCategories.toSorted((a, b) => sampleOf(language, a) - sampleOf(language, b));
  } catch {
    return ['other'];
  }
}

function Words({ what, ours, own, language, onChange }: WordsProps) {
  const dir = isRightToLeft(language) ? 'rtl' : 'ltr';
  if (typeof own === 'object') {
    const set = (rule: Intl.LDMLPluralRule, to: string) => {
      onChange(to === '' && rule !== 'other' ? without(own, rule) : { ...own, [rule]: to });
    };
    return (
      <div>
        <div className="plurals">
          {rulesOf(language).map((rule) => (
            <Plural key={rule} rule={rule} what={what} own={own} ours={ours} language={language} onChange={set} />
          ))}
        </div>
        <TextButton $weight={500} onPress={() => onChange(own.other || undefined)}>
          One wording for all numbers
        </TextButton>
      </div>
    );
  }
  return (
    <div>
      <div className="field" lang={language} dir={dir}>
        <TextField
          label={`Own words for “${what}”`}
          value={own ?? ''}
          placeholder={plain(ours) || 'as exactly as it can be said'}
          onChange={(to) => onChange(to || undefined)}
        />
      </div>
      {hasNumber(ours) && rulesOf(language).length > 1 && own !== undefined && (
        <TextButton $weight={500} onPress={() => onChange({ other: own })}>
          Word it by number
        </TextButton>
      )}
    </div>
  );
}

function Plural({
  rule,
  what,
  own,
  ours,
  language,
  onChange,
}: {
  rule: Intl.LDMLPluralRule;
  what: string;
  own: Exclude<Label, string>;
  ours: Phrase;
  language: string;
  onChange: (rule: Intl.LDMLPluralRule, to: string) => void;
}) {
  const sample = sampleOf(language, rule);
  const label = rule === 'other' ? 'all others' : `as for ${sample}`;
  return (
    <>
      <Muted $small>{label}</Muted>
      <div className="field" lang={language} dir={isRightToLeft(language) ? 'rtl' : 'ltr'}>
        <TextField
          label={`Own words for “${what}”, ${label}`}
          value={own[rule] ?? ''}
          placeholder={typeof ours === 'string' ? ours : (ours[rule] ?? ours.other)}
          onChange={(to) => onChange(rule, to)}
        />
      </div>
    </>
  );
}
