'use client';
/** The spine: the pages in their order, the jumps between them as arcs beside it, thick where many visitors go. */
import { type Move, targetOf } from '../../core/flow/navigate';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { conditionWords, targetWords } from '../../core/conditions/describe';
import type { Page, Quiz, Target } from '../../core/schema/quiz';
import { Plus } from 'lucide-react';
import { TextButton } from '../../ui/controls';
import { useRehearsal } from '../shared/rehearsal';
import { useLive } from '../shared/live';
import { isQuestion } from '../../core/document/lookup';
import { drawnCount, poolOf } from '../../core/flow/draw';
import { dealsAll } from './dealt';
import { useDrawnWay } from './drawn-way';
import { DRAWING, ROW, Rows, SPINE, X } from './spine-rows';
import { type Arc, counted, flowsOf, rowsOf, type Taken } from './flows';

type SpineProps = {
  quiz: Quiz;
  taken: Taken | null;
  chosen: string;
  rule: Move | null;
  /** The pages that the followed visitor has come by. */
  way: string[];
  onChoose: (page: string) => void;
  /** A way is chosen by its arc or its note: the rule of a page, −1 = otherwise, −2 = a held page let go. */
  onWay: (page: string, move: Move) => void;
  /** A new rule of a page is wanted that leads there. */
  onNewRule: (page: string, to: Target) => void;
};

export function Spine({ quiz, taken, chosen, rule, way, onChoose, onWay, onNewRule }: SpineProps) {
  const flows = useMemo(() => flowsOf(quiz, taken), [quiz, taken]);
  const lit = new Set(way);
  const { findings } = useRehearsal();
  // Where real visitors have not come yet, others may: only the check knows what nobody ever reaches.
  const real = taken?.method === 'seen';
  const isLost = (page: string) =>
    real ? findings.some((f) => f.code === 'page-unreachable' && f.where.includes(page)) : taken?.pages[page] === 0;
  const isDead = (share: number | null) => share === 0 && !real;
  const visits = (share: number) =>
    share === 0 ? 'nobody yet' : `${counted(share, taken)} ${counted(share, taken) === '1' ? 'visitor' : 'visitors'}`;
  const { live } = useLive();
  const titles = new Map(live.quizzes.map((q) => [q.id, q.title]));
  const [unfolded, setUnfolded] = useState<number[]>([]);
  const rows = useMemo(() => {
    const keep = new Set(unfolded);
    quiz.pages.forEach((p, i) => {
      if (p.id === chosen) keep.add(i);
    });
    return rowsOf(flows, taken, keep);
  }, [flows, taken, unfolded, quiz, chosen]);
  const rowOfPage = new Map(rows.flatMap((r, i) => ('page' in r ? [[r.page, i] as const] : [])));
  const y = (page: number) => (rowOfPage.get(page) ?? 0) * ROW + ROW / 2;
  const thick = (share: number | null) => (share === null ? 3 : Math.max(1.25, SPINE * Math.min(1, share)));
  const jumps = flows.arcs.filter((a) => a.to > a.from).sort((a, b) => a.to - a.from - (b.to - b.from));
  const loops = flows.arcs.filter((a) => a.to <= a.from);
  const farthest = Math.max(1, ...jumps.map((a) => a.to - a.from));
  const reach = (arc: Arc) => 26 + (120 * (arc.to - arc.from)) / farthest;
  const isOn = (arc: Pick<Arc, 'from' | 'move'>) =>
    quiz.pages[arc.from]?.id === chosen && (rule === null || arc.move === rule);
  const drawn = useDrawnWay({
    pageAt: (at) => {
      const row = rows[Math.floor(at / ROW)];
      return row && 'page' in row ? row.page : null;
    },
    onPress: (page) => onChoose(quiz.pages[page]?.id ?? ''),
    onDrawn: (from, to) => {
      const target = quiz.pages[to];
      if (target) onNewRule(quiz.pages[from]?.id ?? '', target.stage === 'result' ? 'finish' : { page: target.id });
    },
  });
  const notes = placed([
    ...jumps
      .filter((arc) => arc.move !== null)
      .map((arc) => ({
        ...arc,
        to: quiz.pages[arc.to]?.name || 'the result',
        at: (y(arc.from) + y(arc.to)) / 2,
        x: X + SPINE / 2 + reach(arc) * 0.75,
      })),
    ...flows.out.map((way) => ({ ...way, to: targetWords(quiz, way.to, titles), at: y(way.from), x: X + 14 })),
  ]);
  const list = useRef<HTMLOListElement>(null);
  // A page reached by the arrow keys may come out of a fold: it is in the list only after the next drawing.
  const [reached, setReached] = useState('');
  useEffect(() => {
    if (reached) list.current?.querySelector<HTMLElement>(`[data-page="${CSS.escape(reached)}"]`)?.focus();
  }, [reached]);
  const move = (event: KeyboardEvent) => {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const next = quiz.pages[quiz.pages.findIndex((p) => p.id === chosen) + by];
    if (by === 0 || !next) return;
    event.preventDefault();
    onChoose(next.id);
    setReached(next.id);
  };
  return (
    <Rows>
      <ol aria-label="Pages in their order" onKeyDown={move} ref={list}>
        {rows.map((row) => {
          if (!('page' in row))
            return (
              <li key={`fold ${row.from}`} className="fold">
                <button
                  type="button"
                  aria-label={`${row.to - row.from + 1} pages without a branch, ${row.from + 1} to ${row.to + 1}: unfold`}
                  onClick={() => {
                    setUnfolded([...unfolded, ...range(row.from, row.to)]);
                    setReached(quiz.pages[row.from]?.id ?? '');
                  }}
                >
                  <b>
                    Pages {row.from + 1} to {row.to + 1}
                  </b>
                  <small>one after the other · unfold</small>
                </button>
              </li>
            );
          const i = row.page;
          const page = quiz.pages[i];
          if (!page) return null;
          const share = taken?.pages[page.id];
          const lost = isLost(page.id);
          return (
            <li key={page.id} className={lost ? 'lost' : undefined}>
              <button
                type="button"
                data-page={page.id}
                aria-current={page.id === chosen}
                onClick={() => onChoose(page.id)}
              >
                <b>{page.name || (page.stage === 'result' ? 'Result' : `Page ${i + 1}`)}</b>
                <small>
                  {lost ? 'nobody gets here' : share === undefined ? '…' : visits(share)}
                  {setsOf(quiz, page).map((words) => ` · ${words}`)}
                  <span className="sr-only">{spoken(quiz, page, i, flows.arcs)}</span>
                </small>
              </button>
            </li>
          );
        })}
      </ol>
      <svg width={DRAWING} height={rows.length * ROW} aria-hidden="true" {...drawn.onDrawing}>
        {rows.map((row, at) => {
          const i = 'page' in row ? row.page : row.to;
          const width = thick(flows.down[i] ?? null);
          const here = lit.has(quiz.pages[i]?.id ?? '') && lit.has(quiz.pages[i + 1]?.id ?? '');
          return i < quiz.pages.length - 1 && quiz.pages[i]?.stage === 'ask' && flows.down[i] !== 0 ? (
            <rect
              key={i}
              x={X - width / 2}
              y={at * ROW + ROW / 2}
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
          // A page that leads to itself has its ends apart, or the way would be a line.
          const apart = arc.from === arc.to ? ROW / 4 : 0;
          const [top, foot] = [y(arc.to) - apart, y(arc.from) + apart];
          const path = `M${x} ${foot}C${x + side * r} ${foot} ${x + side * r} ${top} ${x} ${top}`;
          const on = isOn(arc);
          const dead = isDead(arc.share);
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
              {arc.move !== null && (
                <path
                  className="way"
                  d={path}
                  fill="none"
                  strokeWidth={Math.max(14, thick(arc.share))}
                  onClick={() => onWay(quiz.pages[arc.from]?.id ?? '', arc.move ?? 'otherwise')}
                />
              )}
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
                  {arc.share === null ? 'back' : `${counted(arc.share, taken)} back`}
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
        {rows.map((row, at) => {
          if (!('page' in row))
            return [-9, 0, 9].map((by) => (
              <circle
                key={`${row.from} ${by}`}
                cx={X}
                cy={at * ROW + ROW / 2 + by}
                r={2.5}
                style={{ fill: 'var(--ink)' }}
              />
            ));
          const i = row.page;
          const page = quiz.pages[i];
          if (!page) return null;
          const lost = isLost(page.id);
          const on = lit.has(page.id);
          return (
            <g key={page.id} className={page.stage === 'ask' ? 'node' : undefined} {...drawn.onNode(i, page)}>
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
              {drawn.over === i && (
                <rect
                  x={X - 18}
                  y={y(i) - 15}
                  width={36}
                  height={30}
                  fill="none"
                  strokeWidth={4}
                  style={{ stroke: 'var(--saffron)' }}
                />
              )}
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
        {drawn.from !== null && (
          <path
            d={`M${X + SPINE / 2} ${y(drawn.from)}C${X + 110} ${y(drawn.from)} ${X + 110} ${drawn.at} ${X + SPINE / 2} ${drawn.at}`}
            fill="none"
            strokeWidth={3}
            strokeDasharray="6 4"
            style={{ stroke: 'var(--ink)' }}
          />
        )}
      </svg>
      <ul className="notes" aria-label="Ways that leave the spine">
        {notes.map(({ from, move, to, share, top }, i) => {
          const page = quiz.pages[from];
          const when = typeof move === 'number' ? page?.routes?.[move]?.when : undefined;
          const words = when ? conditionWords(quiz, when) : move === 'gate' ? 'Not right after its tries' : 'Otherwise';
          return (
            <li key={i} style={{ top }} data-on={isOn({ from, move }) ? '' : undefined}>
              <button type="button" onClick={() => onWay(page?.id ?? '', move ?? 'otherwise')}>
                {words}
              </button>
              <div className="goes">
                <span>
                  {isDead(share) ? (
                    <span style={{ color: 'var(--brick)', fontWeight: 600 }}>never taken</span>
                  ) : share === 0 ? (
                    `nobody yet, to ${to}`
                  ) : (
                    `${counted(share, taken)} go to ${to}`
                  )}
                </span>
                {page && move !== null && isOn({ from, move }) && (
                  <TextButton
                    aria-label={`Another rule that leads to ${to}`}
                    onPress={() => onNewRule(page.id, targetOf(page, move))}
                  >
                    <Plus size={13} /> rule
                  </TextButton>
                )}
              </div>
            </li>
          );
        })}
      </ul>
    </Rows>
  );
}

/** What chance, time and being right have to do with a page, in few words. */
function setsOf(quiz: Quiz, page: Page): string[] {
  const { draw, hold, limit } = page;
  const own = page.blocks.filter(isQuestion).map((q) => q.id);
  return [
    ...(draw ? [dealsAll(draw, own) ? 'shuffled' : `${drawnCount(draw)} of ${poolOf(quiz, draw).length} dealt`] : []),
    ...(page.shuffle ? ['placed by chance'] : []),
    ...(hold ? ['until right'] : []),
    ...(limit === undefined ? [] : [`${limit} s`]),
    ...(page.showIf ? ['for some'] : []),
  ];
}

const range = (from: number, to: number): number[] => Array.from({ length: to - from + 1 }, (_, i) => from + i);

/** Notes beside their arcs, pushed down where they would lie on each other. */
function placed<T extends { at: number }>(notes: T[]): (T & { top: number })[] {
  let free = 0;
  return [...notes]
    .sort((a, b) => a.at - b.at)
    .map((note) => {
      const top = Math.max(free, note.at - 26);
      free = top + 76;
      return { ...note, top };
    });
}

/** What the arcs of a page say, for those who do not see them. */
function spoken(quiz: Quiz, page: Page, row: number, arcs: Arc[]): string {
  const words = arcs
    .filter((a) => a.from === row && a.move !== null)
    .map((a) => {
      const when = typeof a.move === 'number' ? page.routes?.[a.move]?.when : undefined;
      const to = quiz.pages[a.to]?.name || 'the result';
      return `${when ? `when ${conditionWords(quiz, when)}, ` : 'otherwise '}to ${to}${a.to <= row ? ', back' : ''}`;
    });
  return words.length
    ? `. Goes ${words.join('; ')}`
    : page.stage === 'ask'
      ? `. Goes to ${targetWords(quiz, targetOf(page, 'otherwise'))}`
      : '';
}
