'use client';
/** A page of the quiz as visitors see it: it can be answered, and leads nowhere. */
import { type ReactNode, useMemo, useState } from 'react';
import { isContact, isQuestion } from '../../core/document/lookup';
import { startRun } from '../../core/flow/run';
import { dressOf } from '../../core/look/dress';
import type { Page, Quiz } from '../../core/schema/quiz';
import { Choose } from '../../ui/controls';
import { standOn, TryPage } from '../shell/try-quiz';
import { Views, ViewSwitch, type Width } from '../shell/view-switch';

export type Kind = 'start' | 'question' | 'contact' | 'result';
const KINDS: { id: Kind; label: string; is: (page: Page) => boolean }[] = [
  {
    id: 'start',
    label: 'Start',
    is: (page) => page.stage === 'ask' && !page.blocks.some((b) => isQuestion(b) || isContact(b)),
  },
  { id: 'question', label: 'Question', is: (page) => page.stage === 'ask' && page.blocks.some(isQuestion) },
  { id: 'contact', label: 'Contact', is: (page) => page.stage === 'ask' && page.blocks.some(isContact) },
  { id: 'result', label: 'Result', is: (page) => page.stage === 'result' },
];
const pagesOf = (quiz: Quiz, kind: Kind): Page[] =>
  quiz.pages.filter((page) => KINDS.some((k) => k.id === kind && k.is(page)));

type Props = {
  quiz: Quiz;
  /** The kind of page, and which one of it; the first where null. */
  kind: Kind;
  page: string | null;
  onShow: (kind: Kind, page: string | null) => void;
  /** Stands above the quiz, at the end of the line. */
  children?: ReactNode;
};

export function Shown({ quiz, kind, page: chosen, onShow, children }: Props) {
  const kinds = KINDS.filter(({ id }) => pagesOf(quiz, id).length > 0);
  const [width, setWidth] = useState<Width>('full');
  const now = kinds.some(({ id }) => id === kind) ? kind : (kinds[0]?.id ?? 'question');
  const pages = pagesOf(quiz, now);
  const page = pages.find(({ id }) => id === chosen) ?? pages[0];
  const { style } = useMemo(() => dressOf(quiz.look), [quiz.look]);
  const run = useMemo(() => standOn(quiz, startRun(quiz, { seed: 1 }), page?.id ?? ''), [quiz, page?.id]);
  return (
    <section aria-label="The quiz in its look">
      <div className="head">
        <Views
          label="Kind of page"
          large
          value={now}
          onChange={(to) => onShow(to, null)}
          options={kinds.map(({ id, label }) => ({ id, label }))}
        />
        {page && pages.length > 1 && (
          <span>
            It shows{' '}
            <Choose
              label="Page"
              value={page.id}
              options={pages.map(({ id, name }, i) => ({ id, label: name || `page ${i + 1}` }))}
              onChange={(to) => onShow(now, to)}
            />
          </span>
        )}
        {children}
        <ViewSwitch width={width} onChange={setWidth} />
      </div>
      <div className="stands" style={{ background: style['--v-back'] ?? style['--v-ground'] }}>
        <div style={{ maxWidth: width === 'phone' ? 360 : undefined, margin: '0 auto' }}>
          <TryPage quiz={quiz} run={run} send={() => undefined} again={() => undefined} />
        </div>
      </div>
    </section>
  );
}

/** Which page is looked at. */
export function useShown(first: Kind = 'question') {
  const [{ kind, page }, show] = useState<{ kind: Kind; page: string | null }>({ kind: first, page: null });
  return { kind, page, onShow: (to: Kind, of: string | null) => show({ kind: to, page: of }) };
}
