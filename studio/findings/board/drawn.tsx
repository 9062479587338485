'use client';
/** One chart in the form that was chosen, for the eye; the same as a table for everybody else. */
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import type { AnswerOf } from '../../../contract';
import type { Panel } from '../../../contract/boards';
import { call } from '../../../contract/call';
import { formsOf, tableOfChart } from '../../../core/stats/charts';
import { overTime, stepFor } from '../../../core/stats/over-time';
import { Muted } from '../../../ui/text';
import { useDocument } from '../../document';
import { number } from '../bars';
import { useWhere } from '../filters';
import { short } from '../over-time';
import { BarShapes, PlaceShapes, RankShapes, TallyShapes } from './bar-shapes';
import { HeatShapes, StackShapes } from './cell-shapes';
import { DotShapes, WordShapes } from './picture-shapes';
import { saysOf, type Shape } from './strokes';
import type { Column } from './library-shapes';

const ColumnShapes = dynamic(() => import('./library-shapes').then((m) => m.ColumnShapes), { ssr: false });
const RingShapes = dynamic(() => import('./library-shapes').then((m) => m.RingShapes), { ssr: false });

export type BoardChart = AnswerOf<'GET /api/quizzes/{quiz}/board'>['charts'][number];
type Drawn = { chart: BoardChart; panel: Pick<Panel, 'as' | 'numbers'>; width: number; height: number };

const LOW = 170;

/** @param width px that it may be wide @param height px that it is where its form has no height of its own */
export function ChartDrawn({ chart, panel: { as, numbers }, width, height }: Drawn) {
  const form = formsOf(chart).find((one) => one === as) ?? formsOf(chart)[0];
  const { drawing } = chart;
  if (drawing.as === 'words')
    return <WordsDrawn question={chart.id.replace(/^question /, '')} shape={{ width, numbers }} />;
  if (chart.of === 0) return <Muted as="p">Nobody yet.</Muted>;
  return (
    <>
      <div aria-hidden="true">
        {shapeOf(form, { drawing, shape: { width, numbers }, height: Math.max(LOW, height) })}
      </div>
      <ChartTable chart={chart} />
    </>
  );
}

function shapeOf(
  form: Panel['as'],
  { drawing, shape, height }: { drawing: BoardChart['drawing']; shape: Shape; height: number },
) {
  const { numbers, width } = shape;
  switch (drawing.as) {
    case 'bars':
    case 'points': {
      const { bars } = drawing;
      if (form === 'dots' && drawing.as === 'points') return <DotShapes drawing={drawing} {...shape} />;
      if (form === 'tally') return <TallyShapes bars={bars} {...shape} />;
      if (form === 'ranking') return <RankShapes bars={bars} {...shape} />;
      if (form === 'ring') return <RingShapes bars={bars} {...shape} />;
      if (form === 'bars') return <BarShapes bars={bars} {...shape} />;
      const columns = bars.map((one): Column => ({
        ...{ name: one.name, count: one.count, says: saysOf(one, numbers) },
        ...(one.right ? { fill: 'var(--pine)' } : {}),
      }));
      return <ColumnShapes columns={columns} width={width} height={height} isSparse={false} />;
    }
    case 'numbers': {
      const all = drawing.bins.reduce((sum, { count }) => sum + count, 0);
      const { target } = drawing;
      const columns = drawing.bins.map(({ from, to, count }): Column => ({
        name: from === to ? String(from) : `${from} to ${to}`,
        count,
        says: drawing.bins.length <= MOST_LABELLED ? saysOf({ count, share: count / all }, numbers) : '',
        ...(target && from >= target[0] && to <= target[1] ? { fill: 'var(--pine)' } : {}),
      }));
      return <ColumnShapes columns={columns} width={width} height={height} isSparse />;
    }
    case 'days': {
      const columns = drawing.days.map(([name, count]): Column => ({ name, count, says: '' }));
      return <ColumnShapes columns={columns} width={width} height={height} isSparse />;
    }
    case 'runs': {
      const step = stepFor(drawing.days);
      const columns = overTime(drawing.days, step).map(({ name, started, finished }): Column => ({
        ...{ name: short(name, step), count: finished, more: Math.max(0, started - finished) },
        says: '',
      }));
      return (
        <ColumnShapes
          columns={columns}
          width={width}
          height={height}
          parts={['finished', 'started, not finished']}
          isSparse
        />
      );
    }
    case 'places':
      if (form === 'ranking') return <PlaceShapes drawing={drawing} {...shape} />;
      return (
        <HeatShapes
          cells={{
            rows: drawing.items,
            columns: drawing.items.map((_, i) => ({ id: String(i), name: `${i + 1}.` })),
            counts: drawing.items.map(({ places }) => places),
          }}
          {...shape}
        />
      );
    case 'cells':
      return form === 'grid' ? <StackShapes cells={drawing} {...shape} /> : <HeatShapes cells={drawing} {...shape} />;
    case 'words':
      return null;
  }
}

/** More numbers above columns would stand in each other. */
const MOST_LABELLED = 14;

function WordsDrawn({ question, shape }: { question: string; shape: Shape }) {
  const quiz = useDocument((s) => s.quizId);
  const query = useWhere();
  const [words, setWords] = useState<{ words: string; count: number }[] | null>(null);
  useEffect(() => {
    let over = false;
    call('GET /api/quizzes/{quiz}/words/{question}', { quiz, question, query }).then(
      (got) => !over && setWords(got.words),
      () => !over && setWords([]),
    );
    return () => {
      over = true;
    };
  }, [quiz, question, query]);
  if (!words) return <Muted role="status">Being read …</Muted>;
  if (words.length === 0) return <Muted>Nobody has written anything yet.</Muted>;
  return (
    <>
      <div aria-hidden="true">
        <WordShapes words={words} {...shape} />
      </div>
      <div className="sr-only">
        <ul>
          {words.map((one) => (
            <li key={one.words}>
              {one.words}: {number(one.count)}
            </li>
          ))}
        </ul>
      </div>
    </>
  );
}

function ChartTable({ chart }: { chart: BoardChart }) {
  const { heads, rows } = tableOfChart(chart);
  const written = (cell: string | number) =>
    typeof cell === 'number' ? String(Math.round(cell * 1_000) / 1_000) : cell;
  return (
    <div className="sr-only">
      <table aria-label={chart.name}>
        <thead>
          <tr>
            {heads.map((head, i) =>
              head === '' ? (
                <td key={i} />
              ) : (
                <th key={i} scope="col">
                  {head}
                </th>
              ),
            )}
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, ...cells], i) => (
            <tr key={i}>
              <th scope="row">{written(name ?? '')}</th>
              {cells.map((cell, k) => (
                <td key={k}>{written(cell)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
