'use client';
/** The drawing of the spine: how thick the stream of visitors is, the ways that leave it, and the boxes of the pages. */
import type { Move } from '../../core/flow/navigate';
import type { Quiz } from '../../core/schema/quiz';
import type { useDrawnWay } from './drawn-way';
import { type Arc, counted, type Flows, type Taken } from './flows';
import { arcPath, isBack, type SpineLayout, thick } from './spine-layout';
import { DRAWING, ROW, SPINE, X } from './spine-rows';

type Props = {
  quiz: Quiz;
  flows: Flows;
  taken: Taken | null;
  layout: SpineLayout;
  drawn: ReturnType<typeof useDrawnWay>;
  /** pages that the followed visitor has come by */ lit: ReadonlySet<string>;
  isLost: (page: string) => boolean;
  isDead: (share: number | null) => boolean;
  isOn: (way: Pick<Arc, 'from' | 'move'>) => boolean;
  onWay: (page: string, move: Move) => void;
};

export function SpineDrawing(props: Props) {
  const { layout, drawn } = props;
  const { rows, y, jumps, loops, notes } = layout;
  return (
    <svg width={DRAWING} height={rows.length * ROW} aria-hidden="true" {...drawn.onDrawing}>
      <Stream {...props} />
      {[...jumps, ...loops].map((arc, i) => (
        <ArcOf key={i} arc={arc} {...props} />
      ))}
      {notes.map(({ at, x, top }, i) => (
        <path
          key={i}
          d={`M${x} ${at}L${DRAWING - 6} ${top + 8}`}
          fill="none"
          style={{ stroke: 'var(--ink-3)' }}
          strokeWidth={0.75}
        />
      ))}
      {rows.map((row, at) =>
        'page' in row ? (
          <PageBox key={row.page} page={row.page} {...props} />
        ) : (
          [-9, 0, 9].map((by) => (
            <circle
              key={`${row.from} ${by}`}
              cx={X}
              cy={at * ROW + ROW / 2 + by}
              r={2.5}
              style={{ fill: 'var(--ink)' }}
            />
          ))
        ),
      )}
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
  );
}

/** From each page down to the next. */
function Stream({ quiz, flows, layout, lit }: Props) {
  return layout.rows.map((row, at) => {
    const i = 'page' in row ? row.page : row.to;
    const [page, next] = [quiz.pages[i], quiz.pages[i + 1]];
    if (page?.stage !== 'ask' || !next || flows.down[i] === 0) return null;
    const width = thick(flows.down[i] ?? null);
    const isLit = lit.has(page.id) && lit.has(next.id);
    return (
      <rect
        key={i}
        x={X - width / 2}
        y={at * ROW + ROW / 2}
        width={width}
        height={ROW}
        style={{ fill: isLit ? 'var(--saffron)' : 'var(--spark)', opacity: isLit ? 1 : 0.75 }}
      />
    );
  });
}

function ArcOf({ arc, quiz, taken, layout, isDead, isOn, onWay }: Props & { arc: Arc }) {
  const path = arcPath(layout, arc);
  const back = isBack(arc);
  const on = isOn(arc);
  const dead = isDead(arc.share);
  const { move } = arc;
  return (
    <g>
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
      {move !== null && (
        <path
          className="way"
          d={path}
          fill="none"
          strokeWidth={Math.max(14, thick(arc.share))}
          onClick={() => onWay(quiz.pages[arc.from]?.id ?? '', move)}
        />
      )}
      {on && !dead && (
        <path d={path} fill="none" strokeWidth={1.5} strokeDasharray="5 4" style={{ stroke: 'var(--ink)' }} />
      )}
      {back && <BackMark arc={arc} taken={taken} layout={layout} />}
    </g>
  );
}

/** How many go back, and the head of the arrow. */
function BackMark({ arc, taken, layout: { y } }: Pick<Props, 'taken' | 'layout'> & { arc: Arc }) {
  const x = X - SPINE / 2;
  return (
    <>
      <text
        x={x - 34}
        y={(y(arc.from) + y(arc.to)) / 2 + 4}
        textAnchor="end"
        style={{ fontSize: 12.5, fill: 'var(--ink-2)' }}
      >
        {arc.share === null ? 'back' : `${counted(arc.share, taken)} back`}
      </text>
      <path d={`M${x - 8} ${y(arc.to) - 5}l8 5-8 5`} fill="none" style={{ stroke: 'var(--ink)' }} strokeWidth={1.75} />
    </>
  );
}

function PageBox({ page: i, quiz, layout: { y }, drawn, lit, isLost }: Props & { page: number }) {
  const page = quiz.pages[i];
  if (!page) return null;
  const lost = isLost(page.id);
  const on = lit.has(page.id);
  return (
    <g className={page.stage === 'ask' ? 'node' : undefined} {...drawn.onNode(i, page)}>
      <rect
        x={X - 14}
        y={y(i) - 11}
        width={28}
        height={22}
        strokeWidth={1.5}
        strokeDasharray={lost ? '3 3' : undefined}
        style={{ fill: on ? 'var(--saffron)' : 'var(--paper)', stroke: lost ? 'var(--brick)' : 'var(--ink)' }}
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
}
