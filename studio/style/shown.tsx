'use client';
/** A page of the quiz as visitors see it: it can be answered, and leads nowhere. */
import { type ReactNode, useMemo, useState } from 'react';
import styled, { css } from 'styled-components';
import { isContact, isQuestion } from '../../core/document/lookup';
import { startRun } from '../../core/flow/run';
import { coloursOf, dressOf } from '../../core/look/dress';
import { isEnough, measured } from '../../core/look/mend';
import type { Role } from '../../core/look/ready';
import type { Page, Quiz } from '../../core/schema/quiz';
import { Choose } from '../../ui/controls';
import { Mark } from '../../ui/marks';
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

/** Where the front of a pair that is measured stands on visitors' pages. */
const STANDS: Partial<Record<Role, string>> = {
  ink: '.v-prompt, .v-headline, .v-outcome h2, .v-option',
  quiet: '.v-top, .v-hint, .v-todo, .v-said, .v-ends, .v-kicker, .v-field small, .v-next[data-waiting]',
  onButton: '.v-next, .v-offer a',
  chosen: '.v-disc',
  track: '.v-progress',
};

const View = styled.section<{ $large: boolean; $weak: string }>`
  .head {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 20px;
    align-items: center;
    justify-content: space-between;
    margin-bottom: ${(p) => (p.$large ? 12 : 10)}px;
  }
  .stands {
    padding: ${(p) => (p.$large ? 24 : 16)}px;
    border: 1px solid var(--line);
    overflow: auto;
    max-height: ${(p) => (p.$large ? '500px' : 'calc(100vh - 220px)')};
  }
  .weak {
    display: flex;
    gap: 8px;
    align-items: center;
    margin-bottom: 10px;
  }
  ${(p) =>
    p.$weak &&
    css`
      .stands :is(${p.$weak}) {
        outline: 2px dashed var(--brick);
        outline-offset: 2px;
        box-shadow: 0 0 0 5px var(--paper);
      }
    `}
  @media (max-width: 899px) {
    ${(p) => p.$large && '.stands { padding: 0; }'}
  }
`;

type Props = {
  quiz: Quiz;
  /** The kind of page, and which one of it; the first where null. */
  kind: Kind;
  page: string | null;
  onShow: (kind: Kind, page: string | null) => void;
  /** It has most of the window, and is dressed here: words that are hard to read are marked. */
  large?: boolean;
  /** Stands above the quiz, at the end of the line. */
  children?: ReactNode;
};

export function Shown({ quiz, kind, page: chosen, onShow, large = false, children }: Props) {
  const kinds = KINDS.filter(({ id }) => pagesOf(quiz, id).length > 0);
  const [width, setWidth] = useState<Width>('full');
  const now = kinds.some(({ id }) => id === kind) ? kind : (kinds[0]?.id ?? 'question');
  const pages = pagesOf(quiz, now);
  const page = pages.find(({ id }) => id === chosen) ?? pages[0];
  const { style } = useMemo(() => dressOf(quiz.look), [quiz.look]);
  const run = useMemo(() => standOn(quiz, startRun(quiz, { seed: 1 }), page?.id ?? ''), [quiz, page?.id]);
  const weak = large ? measured(coloursOf(quiz.look)).filter((pair) => !isEnough(pair)) : [];
  return (
    <View aria-label="The quiz in its look" $large={large} $weak={weak.map(({ front }) => STANDS[front]).join(', ')}>
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
      {weak.length > 0 && (
        <p className="weak">
          <Mark kind="maybe" size={11} />
          <span>Hard to read where it is marked: {weak.map(({ name }) => name.toLowerCase()).join(', ')}.</span>
        </p>
      )}
      <div className="stands" style={{ background: style['--v-back'] ?? style['--v-ground'] }}>
        <div style={{ maxWidth: width === 'phone' ? 360 : undefined, margin: '0 auto' }}>
          <TryPage quiz={quiz} run={run} send={() => undefined} again={() => undefined} />
        </div>
      </div>
    </View>
  );
}

/** Which page is looked at. */
export function useShown(first: Kind = 'question') {
  const [{ kind, page }, show] = useState<{ kind: Kind; page: string | null }>({ kind: first, page: null });
  return { kind, page, onShow: (to: Kind, of: string | null) => show({ kind: to, page: of }) };
}
