'use client';
/** Style: the quiz as visitors see it, large, and beside it what it wears. */
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { isContact, isQuestion } from '../../core/document/lookup';
import { startRun } from '../../core/flow/run';
import { coloursOf, readyOf } from '../../core/look/dress';
import { readyLooks } from '../../core/look/ready';
import type { Page, Quiz } from '../../core/schema/quiz';
import { Choose, TextButton } from '../../ui/controls';
import { Muted } from '../../ui/text';
import { useDocumentStore, useQuiz } from '../document';
import { backToReady, ownCount } from '../edits/look-edits';
import { standOn, TryPage } from '../shell/try-quiz';
import { Views, ViewSwitch, type Width } from '../shell/view-switch';
import { Colours } from './colours';
import { OwnCssPart } from './own-css';
import { ReadyLooks } from './ready-looks';
import { LayoutSettings, ShapeSettings, TypeSettings } from './settings';

const Split = styled.div`
  display: flex;
  align-items: stretch;
  min-height: 100%;
  > .quiz {
    flex: 1 1 600px;
    min-width: 0;
    padding: 10px 24px 40px;
    /* What is changed below is seen above. */
    position: sticky;
    top: 0;
    align-self: flex-start;
  }
  .head {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 24px;
    align-items: center;
    justify-content: space-between;
    margin-bottom: 12px;
  }
  .stands {
    padding: 24px;
    border: 1px solid var(--line);
    overflow: auto;
    max-height: 500px;
  }
  aside {
    flex: 0 0 352px;
    background: var(--paper);
    border-inline-start: 1px solid var(--line);
    padding: 14px 24px 48px;
    min-width: 0;
  }
  aside section {
    border-top: 1px solid var(--ink);
    padding: 10px 0 18px;
  }
  aside h1 {
    font: 700 20px/1.3 var(--heading);
  }
  aside h2 {
    font: 700 17px/1.3 var(--heading);
    margin-bottom: 10px;
  }
  .says {
    line-height: 30px;
  }
  @media (max-width: 899px) {
    flex-direction: column;
    > .quiz,
    aside {
      flex: none;
      position: static;
      align-self: stretch;
      padding: 10px 16px 32px;
      border-inline-start: 0;
    }
    .stands {
      padding: 0;
    }
  }
`;

type Kind = 'start' | 'question' | 'contact' | 'result';
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

export function Style() {
  const quiz = useQuiz();
  const store = useDocumentStore();
  const own = ownCount(quiz.look);
  return (
    <Split>
      <div className="quiz">
        <Shown quiz={quiz} />
        <ReadyLooks />
      </div>
      <aside aria-label="What it wears">
        <div style={{ paddingBottom: 14 }}>
          <h1>{readyLooks[readyOf(quiz.look)].name}</h1>
          <Muted as="p" $small>
            {own === 0
              ? 'As it is, nothing of your own.'
              : own === 1
                ? 'One thing is your own. '
                : `${own} things are your own. `}
            {own > 0 && (
              <TextButton onPress={() => store.getState().edit(backToReady(quiz.look))}>Back to its start</TextButton>
            )}
          </Muted>
        </div>
        <Colours />
        <TypeSettings />
        <ShapeSettings />
        <LayoutSettings />
        <OwnCssPart />
      </aside>
    </Split>
  );
}

/** The page that one looks at: it can be answered, and leads nowhere. */
function Shown({ quiz }: { quiz: Quiz }) {
  const kinds = KINDS.filter(({ id }) => pagesOf(quiz, id).length > 0);
  const [kind, setKind] = useState<Kind>('question');
  const [chosen, setChosen] = useState<string | null>(null);
  const [width, setWidth] = useState<Width>('full');
  const now = kinds.some(({ id }) => id === kind) ? kind : (kinds[0]?.id ?? 'question');
  const pages = pagesOf(quiz, now);
  const page = pages.find(({ id }) => id === chosen) ?? pages[0];
  const run = useMemo(() => standOn(quiz, startRun(quiz, { seed: 1 }), page?.id ?? ''), [quiz, page?.id]);
  return (
    <section aria-label="The quiz in its look">
      <div className="head">
        <Views
          label="Kind of page"
          large
          value={now}
          onChange={setKind}
          options={kinds.map(({ id, label }) => ({ id, label }))}
        />
        {page && pages.length > 1 && (
          <span>
            It shows{' '}
            <Choose
              label="Page"
              value={page.id}
              options={pages.map(({ id, name }, i) => ({ id, label: name || `page ${i + 1}` }))}
              onChange={setChosen}
            />
          </span>
        )}
        <ViewSwitch width={width} onChange={setWidth} />
      </div>
      <div className="stands" style={{ background: coloursOf(quiz.look).ground }}>
        <div style={{ maxWidth: width === 'phone' ? 360 : undefined, margin: '0 auto' }}>
          <TryPage quiz={quiz} run={run} send={() => undefined} again={() => undefined} />
        </div>
      </div>
    </section>
  );
}
