'use client';
/** Route: the pages down a spine with the jumps as arcs beside it; the rules of a page as sentences; and a visitor to follow. */
import type { Move } from '../../core/flow/navigate';
import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import type { Quiz } from '../../core/schema/quiz';
import { useDocumentStore, useQuiz } from '../document';
import { placeOfPage, setField } from '../edits/edits';
import { Nobody } from '../shared/empty-odds';
import { useRehearsal } from '../shared/rehearsal';
import { useArrival } from '../shared/arrival';
import { measuresOf } from '../edits/measures';
import { MixChoice } from '../shared/mix-choice';
import { Bar } from '../shared/sheet';
import { counted, percent, type Taken, visitorsOf } from './flows';
import { Chain } from './chain';
import { Examples } from './examples';
import { firstTest } from '../shared/subjects';
import { Follow } from './follow';
import { KnownValues } from './known';
import { Rules } from './rules';
import { Spine } from './spine';

const Split = styled.div`
  display: flex;
  min-height: 100%;
  align-items: stretch;
  .left {
    flex: 1 1 620px;
    min-width: 0;
    padding: 0 24px 48px 0;
    background: var(--paper);
  }
  .head {
    display: flex;
    justify-content: space-between;
    gap: 16px;
    padding: 14px 0 12px;
    margin-inline-start: 24px;
    border-bottom: 1px solid var(--line);
    font-size: 13px;
    color: var(--ink-2);
    b {
      color: var(--ink);
      font-weight: 600;
    }
  }
  aside {
    flex: 1 1 460px;
    min-width: 0;
    max-width: 640px;
    background: var(--chalk);
    border-inline-start: 1px solid var(--line);
    padding: 10px 32px 48px;
  }
  @media (max-width: 1080px) {
    flex-direction: column;
    aside {
      max-width: none;
      border: 0;
      border-top: 1px solid var(--ink);
      padding-inline: 24px;
      flex: none;
    }
    .left {
      flex: none;
    }
  }
`;
export function Route() {
  const quiz = useQuiz();
  const store = useDocumentStore();
  const { odds, ways } = useRehearsal();
  const taken: Taken | null = ways ?? odds;
  const [chosen, setChosen] = useState(() => quiz.pages[0]?.id ?? '');
  const [rule, setRule] = useState<Move | null>(null);
  const [way, setWay] = useState<string[]>([]);
  const page = quiz.pages.find((p) => p.id === chosen) ?? quiz.pages[0];
  useArrival((id) => {
    if (quiz.pages.some((p) => p.id === id)) setChosen(id);
  });
  /** The sentence of a way, ready to be changed. */
  const toRule = (id: string, move: Move) => {
    setChosen(id);
    setRule(move);
    setReached((n) => n + 1);
  };
  const rules = useRef<HTMLElement>(null);
  const [reached, setReached] = useState(0);
  useEffect(() => {
    if (reached) rules.current?.querySelector<HTMLElement>('li[data-on] button:not(.n)')?.focus();
  }, [reached]);
  const asks = quiz.pages.filter((p) => p.stage === 'ask').length;
  const results = quiz.pages.length - asks;
  return (
    <Split>
      <div className="left">
        <div className="head">
          <b>
            {asks} {asks === 1 ? 'page' : 'pages'}, {results} {results === 1 ? 'result page' : 'result pages'}
          </b>
          <div>
            {thickness(taken)}
            <MixChoice />
          </div>
        </div>
        <Spine
          quiz={quiz}
          taken={taken}
          chosen={page?.id ?? ''}
          rule={rule}
          way={way}
          onChoose={(id) => {
            setChosen(id);
            setRule(null);
          }}
          onWay={toRule}
          onNewRule={(from, to) => {
            const page = quiz.pages.find((p) => p.id === from);
            if (!page) return;
            const routes = page.routes ?? [];
            const more = [...routes, { when: firstTest(quiz, from), to }];
            store.getState().edit(setField('set-routes', placeOfPage(from), ['routes'], page.routes, more));
            toRule(from, routes.length);
          }}
        />
        <Outcomes quiz={quiz} taken={taken} />
      </div>
      <aside ref={rules} aria-label="Rules and a visitor to follow">
        {page && <Rules key={page.id} quiz={quiz} page={page} taken={taken} rule={rule} onRule={setRule} />}
        <Follow quiz={quiz} onWay={setWay} />
        <Examples quiz={quiz} onWay={setWay} />
        <Chain quiz={quiz} />
        <KnownValues quiz={quiz} />
      </aside>
    </Split>
  );
}

function thickness(taken: Taken | null): string {
  if (!taken) return 'Rehearsing …';
  if (taken.method === 'exact') return 'Thickness: of 5,000 visitors, all ways counted';
  const [real, n] = [taken.method === 'seen', visitorsOf(taken)];
  return `Thickness: of ${n.toLocaleString('en')} ${real ? 'real' : 'rehearsed'} ${n === 1 ? 'visitor' : 'visitors'}`;
}

const Ends = styled.div`
  margin: 8px 0 0 24px;
  border-top: 1px solid var(--ink);
  h3 {
    font: 400 13px/1.4 var(--text);
    color: var(--ink-2);
    margin: 10px 0 4px;
  }
  div.end {
    display: grid;
    grid-template-columns: 186px 1fr 96px;
    gap: 12px;
    align-items: center;
    height: 34px;
    border-top: 1px solid var(--line);
    font-weight: 600;
  }
  .end > i {
    display: block;
    height: 10px;
  }
  .end span:last-child {
    font-weight: 400;
    text-align: end;
    font-size: 13px;
    color: var(--ink-2);
  }
`;

/** What visitors end as, below the pages. */
function Outcomes({ quiz, taken }: { quiz: Quiz; taken: Taken | null }) {
  const targets = measuresOf(quiz);
  const verdicts = quiz.verdicts.filter((v) => v.outcomes.length);
  if (verdicts.length === 0) return null;
  return (
    <Ends>
      {verdicts.map((verdict) => (
        <section key={verdict.id} aria-label={`Results, verdict ${verdict.name}`}>
          <h3>
            Results, verdict <b style={{ color: 'var(--ink)' }}>{verdict.name}</b>
          </h3>
          {verdict.outcomes.map((o) => {
            const share = taken?.outcomes[verdict.id]?.[o.id];
            const colour = targets.find((t) => t.id === o.id)?.colour ?? 0;
            return (
              <div className="end" key={o.id}>
                <span>
                  <Bar $n={colour} />
                  {o.name || 'Unnamed'}
                </span>
                <i
                  style={{
                    width: `${Math.max(0.5, (share ?? 0) * 100)}%`,
                    background: `var(--data-${(colour % 8) + 1})`,
                  }}
                />
                <span>
                  {share === 0 && taken?.method === 'seen' ? (
                    'nobody yet'
                  ) : share === 0 ? (
                    <Nobody outcome={o.id} />
                  ) : share === undefined ? (
                    '…'
                  ) : (
                    `${counted(share, taken)}, ${percent(share)}`
                  )}
                </span>
              </div>
            );
          })}
        </section>
      ))}
    </Ends>
  );
}
