'use client';
/** Board: the charts of a quiz as its creator arranges them, kept with each change, printed as a report. */
import { Printer } from 'lucide-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { GridLayout, useContainerWidth } from 'react-grid-layout';
import styled from 'styled-components';
import type { AnswerOf } from '../../../contract';
import type { Panel } from '../../../contract/boards';
import { COLUMNS, MOST_PANELS, TALLEST } from '../../../core/stats/boards';
import { call } from '../../../contract/call';
import type { Findings } from '../../../contract/results';
import { pairIn } from '../../../core/stats/charts';
import { TextButton } from '../../../ui/controls';
import { Alarm, Muted } from '../../../ui/text';
import { useDocument } from '../../document';
import { newId } from '../../edits/edits';
import { messageOf } from '../../shared/trouble';
import { useWhere } from '../filters';
import { inOrder, LOWEST, moved, NARROWEST, settled, sized, withNew } from './arrange';
import { PanelFrame } from './panel';
import { ShownSentence } from './sentence';

type Board = AnswerOf<'GET /api/quizzes/{quiz}/board'>;
type Arranged = (panels: Panel[]) => Panel[];

const ROW = 20;
const GAP = 24;
/** px of a board below which its panels stand below each other. */
const NARROW = 640;

const Grounds = styled.div`
  .top {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 24px;
    align-items: center;
    margin-bottom: 14px;
  }
  .react-grid-layout {
    position: relative;
  }
  .react-grid-item {
    position: absolute;
  }
  .react-grid-item.react-grid-placeholder {
    background: var(--saffron-wash);
    border: 1px dashed var(--saffron-ink);
  }
  .react-draggable-dragging {
    z-index: 3;
    .grip {
      cursor: grabbing;
    }
  }
  .react-resizable-handle {
    position: absolute;
    inset-inline-end: 0;
    bottom: 0;
    width: 24px;
    height: 24px;
    cursor: nwse-resize;
    touch-action: none;
    &::after {
      content: '';
      position: absolute;
      right: 5px;
      bottom: 5px;
      width: 8px;
      height: 8px;
      border-right: 2px solid var(--ink-3);
      border-bottom: 2px solid var(--ink-3);
    }
  }
  .below {
    display: grid;
    gap: ${GAP}px;
  }
  @media print {
    .react-grid-layout {
      display: grid;
      height: auto !important;
      grid-template-columns: repeat(${COLUMNS}, minmax(0, 1fr));
      gap: 0 24px;
    }
    .react-grid-item {
      position: static !important;
      transform: none !important;
      width: auto !important;
      height: auto !important;
      grid-column: var(--place);
      grid-row: var(--row);
      break-inside: avoid;
      padding-bottom: 24px;
    }
    .react-resizable-handle {
      display: none;
    }
    .drawn {
      overflow: visible !important;
      svg {
        max-width: 100%;
        height: auto !important;
      }
      .recharts-wrapper {
        width: 100% !important;
        height: auto !important;
      }
    }
  }
`;

/** What a board is asked for, kept and undone. */
function useBoard(findings: Findings) {
  const quiz = useDocument((s) => s.quizId);
  const query = useWhere();
  const [board, setBoard] = useState<Board | null>(null);
  const [trouble, setTrouble] = useState('');
  const [says, setSays] = useState('');
  const [history, setHistory] = useState<{ past: Panel[][]; future: Panel[][] }>({ past: [], future: [] });
  const version = useRef(0);
  /** As they stand, for what is called later than it was drawn. */
  const arranged = useRef<Panel[]>([]);
  /** What has yet to be kept; one request after the other, each with the newest. */
  const waiting = useRef<Panel[] | null>(null);
  const isKeeping = useRef(false);

  const read = useCallback(
    () =>
      call('GET /api/quizzes/{quiz}/board', { quiz, query }).then((got) => {
        // What was changed here meanwhile is on its way to be kept, or was kept while this was asked for.
        if (waiting.current || isKeeping.current || got.version < version.current) {
          setBoard((now) => (now ? { ...got, panels: now.panels } : got));
          return;
        }
        version.current = got.version;
        arranged.current = settled(got.panels);
        setBoard({ ...got, panels: arranged.current });
      }),
    [quiz, query],
  );
  useEffect(() => {
    let over = false;
    read().catch((error: unknown) => !over && setTrouble(messageOf(error)));
    return () => {
      over = true;
    };
  }, [read, findings]);

  const keep = async () => {
    if (isKeeping.current) return;
    isKeeping.current = true;
    setSays('Being kept …');
    try {
      while (waiting.current) {
        const panels = waiting.current;
        waiting.current = null;
        ({ version: version.current } = await call('PUT /api/quizzes/{quiz}/board', {
          quiz,
          body: { version: version.current, panels },
        }));
      }
      isKeeping.current = false;
      setTrouble('');
      setSays('Kept.');
    } catch (error) {
      [isKeeping.current, waiting.current] = [false, null];
      setSays('');
      setTrouble(messageOf(error));
    }
    // What is shown now may need charts that have not been counted; or somebody else has changed the board.
    await read().catch((error: unknown) => setTrouble(messageOf(error)));
  };
  const put = (panels: Panel[]) => {
    arranged.current = panels;
    setBoard((now) => now && { ...now, panels });
    waiting.current = panels;
    void keep();
  };
  const change = (arrange: Arranged) => {
    const before = arranged.current;
    const next = arrange(before);
    if (JSON.stringify(next) === JSON.stringify(before)) return;
    setHistory(({ past }) => ({ past: [...past, before].slice(-100), future: [] }));
    put(next);
  };
  const undo = () => {
    const [before, now] = [history.past.at(-1), arranged.current];
    if (!before) return;
    setHistory(({ past, future }) => ({ past: past.slice(0, -1), future: [now, ...future] }));
    put(before);
  };
  const redo = () => {
    const [[after], now] = [history.future, arranged.current];
    if (!after) return;
    setHistory(({ past, future }) => ({ past: [...past, now], future: future.slice(1) }));
    put(after);
  };
  const { past, future } = history;
  return { board, trouble, says, setSays, change, undo: past.length ? undo : null, redo: future.length ? redo : null };
}

/** Ctrl+Z and its kin mean the board, not the quiz, while it is seen. */
function useBoardKeys(undo: (() => void) | null, redo: (() => void) | null) {
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      const { target } = event;
      // A field has a history of its own while it is being typed in.
      if (target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement) return;
      event.preventDefault();
      event.stopPropagation();
      (key === 'z' && !event.shiftKey ? undo : redo)?.();
    };
    window.addEventListener('keydown', keys, true);
    return () => window.removeEventListener('keydown', keys, true);
  }, [undo, redo]);
}

export function BoardView({ findings, mayArrange }: { findings: Findings; mayArrange: boolean }) {
  const { board, trouble, says, setSays, change, undo, redo } = useBoard(findings);
  useBoardKeys(undo, redo);
  const { width, containerRef, mounted } = useContainerWidth();
  const isWide = width >= NARROW;
  const panels = board?.panels ?? [];
  const frameOf = (panel: Panel) => (
    <PanelFrame
      panel={panel}
      chart={board?.charts.find(({ id }) => id === panel.of) ?? (says === 'Being kept …' ? undefined : null)}
      subjects={board?.subjects ?? []}
      mayArrange={mayArrange}
      onChange={(next) => change((all) => all.map((one) => (one.id === panel.id ? { ...one, ...next } : one)))}
      onRemove={() => change((all) => settled(all.filter(({ id }) => id !== panel.id)))}
      onStep={(to, isSize) => {
        const next = (isSize ? sized : moved)(panels, panel.id, to);
        change(() => next);
        const { x, y, w, h } = next.find(({ id }) => id === panel.id) ?? panel;
        setSays(isSize ? `${w} of ${COLUMNS} columns wide, ${h} rows high.` : `Column ${x + 1}, row ${y + 1}.`);
      }}
    />
  );
  return (
    <Grounds ref={containerRef} role="region" aria-label="Board">
      {trouble && <Alarm role="alert">{trouble}</Alarm>}
      {board && (
        <div className="top screen-only">
          {mayArrange && panels.length < MOST_PANELS && <Add subjects={board.subjects} onAdd={change} />}
          {mayArrange && (
            <span style={{ display: 'flex', gap: 14 }}>
              <TextButton $weight={500} isDisabled={!undo} onPress={() => undo?.()}>
                Undo
              </TextButton>
              <TextButton $weight={500} isDisabled={!redo} onPress={() => redo?.()}>
                Redo
              </TextButton>
            </span>
          )}
          {panels.length > 0 && (
            <TextButton $weight={500} onPress={() => window.print()}>
              <Printer size={15} /> Print as a report
            </TextButton>
          )}
          <Muted $small role="status">
            {says}
          </Muted>
        </div>
      )}
      {board && panels.length === 0 && <Empty board={board} mayArrange={mayArrange} onChange={change} />}
      {!board && !trouble && <Muted role="status">The board is being fetched …</Muted>}
      {mounted && !isWide && (
        <div className="below">
          {inOrder(panels).map((panel) => (
            <div key={panel.id}>{frameOf(panel)}</div>
          ))}
        </div>
      )}
      {mounted && isWide && panels.length > 0 && (
        <GridLayout
          width={width}
          layout={panels.map(({ id, x, y, w, h }) => ({
            i: id,
            x,
            y,
            w,
            h,
            minW: NARROWEST,
            minH: LOWEST,
            maxH: TALLEST,
          }))}
          gridConfig={{ cols: COLUMNS, rowHeight: ROW, margin: [GAP, GAP], containerPadding: [0, 0] }}
          dragConfig={{ enabled: mayArrange, handle: '.grip' }}
          resizeConfig={{ enabled: mayArrange, handles: ['se'] }}
          onDragStop={(layout) => change((all) => placed(all, layout))}
          onResizeStop={(layout) => change((all) => placed(all, layout))}
        >
          {panels.map((panel) => (
            <div
              key={panel.id}
              style={{
                ['--place' as string]: `${panel.x + 1} / span ${panel.w}`,
                ['--row' as string]: `${panel.y + 1} / span ${panel.h}`,
              }}
            >
              {frameOf(panel)}
            </div>
          ))}
        </GridLayout>
      )}
    </Grounds>
  );
}

/** Panels where the grid has put them. */
const placed = (
  panels: Panel[],
  layout: readonly { i: string; x: number; y: number; w: number; h: number }[],
): Panel[] =>
  settled(
    panels.map((panel) => {
      const at = layout.find(({ i }) => i === panel.id);
      return at ? { ...panel, x: at.x, y: at.y, w: at.w, h: at.h } : panel;
    }),
  );

/** The form to begin with; a chart that does not have it takes its first. */
const formFor = (of: string): Panel['as'] =>
  pairIn(of) ? 'heat' : of === 'time' ? 'time' : of.startsWith('verdict ') ? 'tally' : 'bars';
const newPanel = (panels: readonly Panel[], of: string): Panel[] =>
  withNew(panels, { id: newId('c'), of, as: formFor(of) });

function Add({ subjects, onAdd }: { subjects: Board['subjects']; onAdd: (arrange: Arranged) => void }) {
  const [of, setOf] = useState(subjects[0]?.id ?? '');
  return (
    <div role="group" aria-label="A new chart">
      Add <ShownSentence of={of} subjects={subjects} onChange={setOf} />{' '}
      <span style={{ marginInlineStart: 10 }}>
        <TextButton onPress={() => onAdd((panels) => newPanel(panels, of))}>Put it on the board</TextButton>
      </span>
    </div>
  );
}

/** Charts that most want to see first. */
const FIRST = 6;

function Empty({
  board: { subjects },
  mayArrange,
  onChange,
}: {
  board: Board;
  mayArrange: boolean;
  onChange: (arrange: Arranged) => void;
}) {
  const of = (group: string) => subjects.filter((subject) => subject.group === group);
  const first = ['time', ...[...of('Results'), ...of('Questions')].map(({ id }) => id)].slice(0, FIRST);
  return (
    <p style={{ maxWidth: 560, fontSize: 17, color: 'var(--ink-2)', padding: '10px 0 20px' }}>
      Nothing stands here yet. A board holds the charts of this quiz that you want to see again, where you put them.{' '}
      {mayArrange ? (
        <TextButton onPress={() => onChange((panels) => first.reduce<Panel[]>(newPanel, panels))}>
          Begin with {first.length} charts
        </TextButton>
      ) : (
        'Whoever may write this quiz can arrange one.'
      )}
    </p>
  );
}
