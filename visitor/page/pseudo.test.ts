/** Every word of the visitor's side comes from the list of phrases or from the quiz: drawn in letters of another alphabet, no other word is left. */
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { inLanguage } from '../../core/languages/translate';
import { textsOf } from '../../core/languages/texts';
import type { Refusal } from '../../core/flow/faults';
import { startRun } from '../../core/flow/run';
import { type View, viewOf } from '../../core/flow/view';
import { samples } from '../../core/questions/samples';
import type { Quiz, RichText } from '../../core/schema/quiz';
import { plainText } from '../../core/text/rich';
import { page, quiz, valid } from '../../tests/quizzes';
import { en, type Phrase, type Phrases } from '../languages/phrases';
import { wordsOf } from '../languages/say';
import { SpokenIn } from '../languages/words';
import { valuesFrom } from '../questions/values';
import { PageView } from './page-view';

/** Letters of ours become one of another alphabet; what is filled in stays. */
const other = (words: string): string => words.replace(/\{\w+\}|[A-Za-z]/g, (one) => (one.length > 1 ? one : 'ж'));
const phrase = (one: Phrase): Phrase =>
  typeof one === 'string'
    ? other(one)
    : {
        ...Object.fromEntries(Object.entries(one).map(([rule, words]) => [rule, other(words)])),
        other: other(one.other),
      };
const faults = [
  'required',
  'too-few',
  'too-many',
  'out-of-range',
  'not-an-email',
  'not-a-phone',
  'not-a-date',
  'not-a-number',
  'no-file',
  'file-kind',
  'file-too-large',
  'consent',
  'too-long',
  'unknown',
];
const phrases: Phrases = {
  ...(Object.fromEntries(Object.entries(en).map(([key, one]) => [key, phrase(one)])) as Omit<Phrases, 'faults'>),
  faults: Object.fromEntries(faults.map((code) => [code, 'жж'])),
};
const words = wordsOf({ language: 'ru', phrases });

const text = (one: RichText): RichText =>
  typeof one === 'string'
    ? other(one)
    : (JSON.parse(
        JSON.stringify(one, (key, value: unknown) =>
          (key === 'text' || key === 'fallback') && typeof value === 'string' && value !== '' ? other(value) : value,
        ),
      ) as RichText);
const inOther = (own: Quiz): Quiz =>
  inLanguage(
    {
      ...own,
      translations: [
        {
          id: 'ru',
          offered: 'whole',
          texts: Object.fromEntries(textsOf(own).map((said) => [said.place, { to: text(said.text), of: said.text }])),
        },
      ],
    },
    'ru',
  );

/** What is read or heard of a page: texts, and what stands in attributes that are. */
function readable(html: string): string[] {
  const attributes = [...html.matchAll(/(?:aria-label|alt|placeholder|title|aria-valuetext)="([^"]*)"/g)].map(
    ([, one = '']) => one,
  );
  const texts = html.replace(/<(style|script|option)[^>]*>[^<]*<\/\1>/g, '').split(/<[^>]*>/);
  return [...attributes, ...texts].map((one) => one.replace(/&#?\w+;/g, ' '));
}
const strange = (html: string) => readable(html).filter((one) => /[A-Za-z]{2,}/.test(one));

const draw = (view: View, more: object = {}): string =>
  renderToStaticMarkup(
    createElement(
      SpokenIn,
      { value: words },
      createElement(PageView, {
        view,
        values: valuesFrom(view),
        faults: [],
        onChange: () => undefined,
        onNext: () => undefined,
        onSkip: () => undefined,
        onBack: () => undefined,
        onAgain: () => undefined,
        ...more,
      }),
    ),
  );

const read = (folder: string) =>
  readdirSync(join(__dirname, '../..', folder))
    .filter((name) => name.endsWith('.json'))
    .map((name) => JSON.parse(readFileSync(join(__dirname, '../..', folder, name), 'utf8')) as { quiz?: unknown });
const all: [string, Quiz][] = [
  ...[...read('templates'), ...read('demo')]
    .map((document) => valid(document.quiz ?? document))
    .map((one): [string, Quiz] => [one.title, one]),
  ...samples.map((question): [string, Quiz] => [
    `${question.kind}: ${plainText(question.prompt)}`,
    quiz([page('p', [{ ...question, required: true }])]),
  ]),
];

test.each(all)('%s says nothing that is not in the list', (_, own) => {
  const there = inOther(own);
  for (const at of there.pages) {
    const way = there.pages
      .slice(0, there.pages.indexOf(at))
      .filter((p) => p.stage === 'ask')
      .map((p) => ({ page: p.id, shown: p.blocks.map((b) => b.id) }));
    const run = {
      ...startRun(there, { seed: 1 }),
      way: [...way, { page: at.id, shown: [] }],
      finished: at.stage === 'result',
    };
    const view = viewOf(there, run);
    expect(draw(view)).toContain('ж');
    expect([at.name, strange(draw(view))]).toEqual([at.name, []]);
    // With everything refused, held at a gate, and a way back.
    const refused = (view.page?.blocks ?? []).flatMap((block) =>
      faults.map((code): Refusal => ({
        block: block.id,
        code: code as Refusal['code'],
        message: 'In words of the core.',
      })),
    );
    const held = { ...view, back: true, gate: { left: 2 } };
    expect([at.name, strange(draw(held, { faults: refused, busy: true }))]).toEqual([at.name, []]);
  }
});
