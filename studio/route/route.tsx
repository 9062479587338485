'use client';
/** Route: the pages down a spine with the jumps as arcs beside it; the rules of a page as sentences; and a visitor to follow. */
import { type KeyboardEvent, useMemo, useState } from 'react';
import styled from 'styled-components';
import { conditionWords, targetWords } from '../../core/quiz/sentences';
import type { Page, Quiz } from '../../core/quiz/schema';
import type { Odds } from '../../core/rehearse/odds';
import { Mark } from '../../ui/marks';
import { useQuiz } from '../document';
import { useRehearsal } from '../rehearsal';
import { useArrival } from '../shell/place';
import { targetsOf } from '../targets';
import { Bar } from '../write/sheet';
import { type Arc, flowsOf } from './flows';
import { Follow } from './follow';
import { Rules } from './rules';

const ROW = 50;
const SPINE = 26;
/** Where the spine stands in the drawing, and its width without the notes. */
const X = 64;
const DRAWING = 214;

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
const Rows = styled.div`
  position: relative;
  ol {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  li > button {
    display: block;
    width: 100%;
    height: ${ROW}px;
    border: 0;
    background: none;
    text-align: start;
    padding: 5px 12px 5px 24px;
    cursor: pointer;
    border-radius: 0;
    box-shadow: inset 24px -1px 0 -23px transparent;
  }
  li > button[aria-current='true'] {
    background: var(--saffron-wash);
    box-shadow: inset 4px 0 0 var(--saffron);
  }
  li b {
    display: block;
    font: 600 15px/20px var(--text);
    max-width: 176px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  li small {
    font-size: 13px;
    color: var(--ink-2);
  }
  li.lost b {
    color: var(--brick);
  }
  svg {
    position: absolute;
    inset-block-start: 0;
    inset-inline-start: 210px;
    pointer-events: none;
    overflow: visible;
  }
  .notes {
    position: absolute;
    inset-block-start: 0;
    inset-inline-start: ${210 + DRAWING}px;
    inset-inline-end: 0;
    margin: 0;
    font-size: 13px;
    line-height: 17px;
  }
  .notes > div {
    position: absolute;
    inset-inline: 0;
    b {
      font-weight: 600;
      display: -webkit-box;
      -webkit-line-clamp: 2;
      -webkit-box-orient: vertical;
      overflow: hidden;
    }
    span {
      color: var(--ink-2);
    }
  }
  @media (max-width: 620px) {
    svg,
    .notes {
      display: none;
    }
    li b {
      max-width: none;
    }
  }
`;

/** Visits of rehearsed visitors, in round numbers of five thousand where odds are exact. */
const CROWD = 5_000;
export const visitorsOf = (odds: Odds | null): number => odds?.visitors ?? CROWD;
export const counted = (share: number | null | undefined, odds: Odds | null): string =>
  share === null || share === undefined ? '–' : Math.round(share * visitorsOf(odds)).toLocaleString('en');
export const percent = (share: number): string =>
  share > 0 && share < 0.005 ? 'under 1%' : `${Math.round(share * 100)}%`;

export function Route() {
  const quiz = useQuiz();
  const { odds } = useRehearsal();
  const [chosen, setChosen] = useState(() => quiz.pages[0]?.id ?? '');
  const [rule, setRule] = useState<number | null>(null);
  const [way, setWay] = useState<string[]>([]);
  const page = quiz.pages.find((p) => p.id === chosen) ?? quiz.pages[0];
  useArrival((id) => {
    if (quiz.pages.some((p) => p.id === id)) setChosen(id);
  });
  const asks = quiz.pages.filter((p) => p.stage === 'ask').length;
  const results = quiz.pages.length - asks;
  return (
    <Split>
      <div className="left">
        <div className="head">
          <b>
            {asks} {asks === 1 ? 'page' : 'pages'}, {results} {results === 1 ? 'result page' : 'result pages'}
          </b>
          <span>
            {odds
              ? odds.method === 'exact'
                ? 'Thickness: of 5,000 visitors, all ways counted'
                : `Thickness: of ${visitorsOf(odds).toLocaleString('en')} rehearsed visitors`
              : 'Rehearsing …'}
          </span>
        </div>
        <Spine
          quiz={quiz}
          odds={odds}
          chosen={page?.id ?? ''}
          rule={rule}
          way={way}
          onChoose={(id) => {
            setChosen(id);
            setRule(null);
          }}
        />
        <Outcomes quiz={quiz} odds={odds} />
      </div>
      <aside aria-label="Rules and a visitor to follow">
        {page && <Rules key={page.id} quiz={quiz} page={page} odds={odds} rule={rule} onRule={setRule} />}
        <Follow quiz={quiz} onWay={setWay} />
      </aside>
    </Split>
  );
}

type SpineProps = {
  quiz: Quiz;
  odds: Odds | null;
  chosen: string;
  rule: number | null;
  /** The pages that the followed visitor has come by. */
  way: string[];
  onChoose: (page: string) => void;
};

function Spine({ quiz, odds, chosen, rule, way, onChoose }: SpineProps) {
  const flows = useMemo(() => flowsOf(quiz, odds), [quiz, odds]);
  const lit = new Set(way);
  const y = (row: number) => row * ROW + ROW / 2;
  const thick = (share: number | null) => (share === null ? 3 : Math.max(1.25, SPINE * Math.min(1, share)));
  const jumps = flows.arcs.filter((a) => a.to > a.from).sort((a, b) => a.to - a.from - (b.to - b.from));
  const loops = flows.arcs.filter((a) => a.to <= a.from);
  const farthest = Math.max(1, ...jumps.map((a) => a.to - a.from));
  const reach = (arc: Arc) => 26 + (120 * (arc.to - arc.from)) / farthest;
  const isOn = (arc: Arc) => quiz.pages[arc.from]?.id === chosen && (rule === null || arc.route === rule);
  const notes = placed([
    ...jumps
      .filter((arc) => arc.route !== null)
      .map((arc) => ({
        ...arc,
        to: quiz.pages[arc.to]?.name || 'the result',
        at: (y(arc.from) + y(arc.to)) / 2,
        x: X + SPINE / 2 + reach(arc) * 0.75,
      })),
    ...flows.out.map((way) => ({ ...way, to: targetWords(quiz, way.to), at: y(way.from), x: X + 14 })),
  ]);
  const move = (event: KeyboardEvent) => {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const at = quiz.pages.findIndex((p) => p.id === chosen) + by;
    const next = quiz.pages[at];
    if (by === 0 || !next) return;
    event.preventDefault();
    onChoose(next.id);
    event.currentTarget.querySelectorAll<HTMLElement>('button')[at]?.focus();
  };
  return (
    <Rows>
      <ol aria-label="Pages in their order" onKeyDown={move}>
        {quiz.pages.map((page, i) => {
          const share = odds?.pages[page.id];
          const lost = share === 0;
          return (
            <li key={page.id} className={lost ? 'lost' : undefined}>
              <button type="button" aria-current={page.id === chosen} onClick={() => onChoose(page.id)}>
                <b>{page.name || (page.stage === 'result' ? 'Result' : `Page ${i + 1}`)}</b>
                <small>
                  {lost ? 'nobody gets here' : share === undefined ? '…' : `${counted(share, odds)} visitors`}
                  <span className="sr-only">{spoken(quiz, page, i, flows.arcs)}</span>
                </small>
              </button>
            </li>
          );
        })}
      </ol>
      <svg width={DRAWING} height={quiz.pages.length * ROW} aria-hidden="true">
        {flows.down.map((share, i) => {
          const width = thick(share);
          const here = lit.has(quiz.pages[i]?.id ?? '') && lit.has(quiz.pages[i + 1]?.id ?? '');
          return i < quiz.pages.length - 1 && quiz.pages[i]?.stage === 'ask' && share !== 0 ? (
            <rect
              key={i}
              x={X - width / 2}
              y={y(i)}
              width={width}
              height={ROW}
              style={{ fill: here ? 'var(--saffron)' : 'var(--spark)', opacity: here ? 1 : 0.75 }}
            />
          ) : null;
        })}
        {[...jumps, ...loops].map((arc, i) => {
          const back = arc.to <= arc.from;
          const side = back ? -1 : 1;
          const x = X + (side * SPINE) / 2;
          const r = back ? 34 : reach(arc);
          const path = `M${x} ${y(arc.from)}C${x + side * r} ${y(arc.from)} ${x + side * r} ${y(arc.to)} ${x} ${y(arc.to)}`;
          const on = isOn(arc);
          const dead = arc.share === 0;
          return (
            <g key={i}>
              <path
                d={path}
                fill="none"
                strokeWidth={back ? 1.75 : thick(arc.share)}
                strokeDasharray={dead ? '4 4' : undefined}
                style={{
                  stroke: dead ? 'var(--brick)' : on ? 'var(--saffron)' : back ? 'var(--ink)' : 'var(--spark)',
                  opacity: on || back || dead ? 1 : 0.75,
                }}
              />
              {on && !dead && (
                <path d={path} fill="none" strokeWidth={1.5} strokeDasharray="5 4" style={{ stroke: 'var(--ink)' }} />
              )}
              {back && (
                <text
                  x={x - 34}
                  y={(y(arc.from) + y(arc.to)) / 2 + 4}
                  textAnchor="end"
                  style={{ fontSize: 12.5, fill: 'var(--ink-2)' }}
                >
                  {arc.share === null ? 'back' : `${counted(arc.share, odds)} back`}
                </text>
              )}
              {back && (
                <path
                  d={`M${x - 8} ${y(arc.to) - 5}l8 5-8 5`}
                  fill="none"
                  style={{ stroke: 'var(--ink)' }}
                  strokeWidth={1.75}
                />
              )}
            </g>
          );
        })}
        {notes.map(({ at, x, top }, i) => (
          <path
            key={i}
            d={`M${x} ${at}L${DRAWING - 6} ${top + 8}`}
            fill="none"
            style={{ stroke: 'var(--ink-3)' }}
            strokeWidth={0.75}
          />
        ))}
        {quiz.pages.map((page, i) => {
          const lost = odds?.pages[page.id] === 0;
          const on = lit.has(page.id);
          return (
            <g key={page.id}>
              <rect
                x={X - 14}
                y={y(i) - 11}
                width={28}
                height={22}
                strokeWidth={1.5}
                strokeDasharray={lost ? '3 3' : undefined}
                style={{
                  fill: on ? 'var(--saffron)' : 'var(--paper)',
                  stroke: lost ? 'var(--brick)' : 'var(--ink)',
                }}
              />
              <text
                x={X}
                y={y(i) + 4.5}
                textAnchor="middle"
                style={{ fontSize: 12.5, fontWeight: 700, fill: lost ? 'var(--brick)' : on ? '#1D2430' : 'var(--ink)' }}
              >
                {page.stage === 'result' ? '●' : i + 1}
              </text>
            </g>
          );
        })}
      </svg>
      <div className="notes" aria-hidden="true">
        {notes.map(({ from, route, to, share, top }, i) => {
          const when = route !== null && route >= 0 ? quiz.pages[from]?.routes?.[route]?.when : undefined;
          return (
            <div key={i} style={{ top }}>
              <b>{when ? conditionWords(quiz, when) : route === -2 ? 'Not right after its tries' : 'Otherwise'}</b>
              <span>
                {share === 0 ? (
                  <span style={{ color: 'var(--brick)', fontWeight: 600 }}>never taken</span>
                ) : (
                  `${counted(share, odds)} go to ${to}`
                )}
              </span>
            </div>
          );
        })}
      </div>
    </Rows>
  );
}

/** Notes beside their arcs, pushed down where they would lie on each other. */
function placed<T extends { at: number }>(notes: T[]): (T & { top: number })[] {
  let free = 0;
  return [...notes]
    .sort((a, b) => a.at - b.at)
    .map((note) => {
      const top = Math.max(free, note.at - 26);
      free = top + 56;
      return { ...note, top };
    });
}

/** What the arcs of a page say, for those who do not see them. */
function spoken(quiz: Quiz, page: Page, row: number, arcs: Arc[]): string {
  const words = arcs
    .filter((a) => a.from === row && a.route !== null)
    .map((a) => {
      const when = a.route !== null && a.route >= 0 ? page.routes?.[a.route]?.when : undefined;
      const to = quiz.pages[a.to]?.name || 'the result';
      return `${when ? `when ${conditionWords(quiz, when)}, ` : 'otherwise '}to ${to}${a.to <= row ? ', back' : ''}`;
    });
  return words.length
    ? `. Goes ${words.join('; ')}`
    : page.stage === 'ask'
      ? `. Goes to ${targetWords(quiz, page.otherwise)}`
      : '';
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
function Outcomes({ quiz, odds }: { quiz: Quiz; odds: Odds | null }) {
  const targets = targetsOf(quiz);
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
            const share = odds?.outcomes[verdict.id]?.[o.id];
            const colour = targets.find((t) => t.id === o.id)?.colour ?? 0;
            return (
              <div className="end" key={o.id}>
                <span style={share === 0 ? { color: 'var(--brick)' } : undefined}>
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
                  {share === 0 ? (
                    <span style={{ display: 'inline-flex', gap: 5, alignItems: 'center', color: 'var(--brick)' }}>
                      <Mark kind="no" size={9} /> out of reach
                    </span>
                  ) : share === undefined ? (
                    '…'
                  ) : (
                    `${counted(share, odds)}, ${percent(share)}`
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
