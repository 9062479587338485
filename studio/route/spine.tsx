'use client';
/** The spine: the pages in their order, the jumps between them as arcs beside it, thick where many visitors go. */
import { Plus } from 'lucide-react';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { type Move, targetOf } from '../../core/flow/navigate';
import type { Quiz, Target } from '../../core/schema/quiz';
import { TextButton } from '../../ui/controls';
import { usePublication } from '../shared/publication';
import { useRehearsal } from '../shared/rehearsal';
import { useDrawnWay } from './drawn-way';
import { type Arc, counted, flowsOf, rowsOf, type Taken } from './flows';
import { SpineDrawing } from './spine-drawing';
import { layoutOf, type Note } from './spine-layout';
import { ROW, Rows } from './spine-rows';
import { setsOf, spoken, visitWords, whenWords } from './spine-words';

type SpineProps = {
  quiz: Quiz;
  taken: Taken | null;
  chosen: string;
  rule: Move | null;
  /** The pages that the followed visitor has come by. */
  way: string[];
  onChoose: (page: string) => void;
  /** A way is chosen by its arc or its note. */
  onWay: (page: string, move: Move) => void;
  /** A new rule of a page is wanted that leads there. */
  onNewRule: (page: string, to: Target) => void;
};

export function Spine({ quiz, taken, chosen, rule, way, onChoose, onWay, onNewRule }: SpineProps) {
  const flows = useMemo(() => flowsOf(quiz, taken), [quiz, taken]);
  const { findings } = useRehearsal();
  const { live } = usePublication();
  const [unfolded, setUnfolded] = useState<number[]>([]);
  const layout = useMemo(() => {
    const keep = new Set([...unfolded, quiz.pages.findIndex((p) => p.id === chosen)]);
    const titles = new Map(live.quizzes.map((q) => [q.id, q.title]));
    return layoutOf(quiz, flows, rowsOf(flows, taken, keep), titles);
  }, [flows, taken, unfolded, quiz, chosen, live.quizzes]);
  // For real visitors, ask the check: a page without visits may still be reachable.
  const isReal = taken?.method === 'seen';
  const isLost = (page: string) =>
    isReal ? findings.some((f) => f.code === 'page-unreachable' && f.where.includes(page)) : taken?.pages[page] === 0;
  const isDead = (share: number | null) => share === 0 && !isReal;
  const isOn = (arc: Pick<Arc, 'from' | 'move'>) =>
    quiz.pages[arc.from]?.id === chosen && (rule === null || arc.move === rule);
  const drawn = useDrawnWay({
    pageAt: (at) => {
      const row = layout.rows[Math.floor(at / ROW)];
      return row && 'page' in row ? row.page : null;
    },
    onPress: (page) => onChoose(quiz.pages[page]?.id ?? ''),
    onDrawn: (from, to) => {
      const target = quiz.pages[to];
      if (target) onNewRule(quiz.pages[from]?.id ?? '', target.stage === 'result' ? 'finish' : { page: target.id });
    },
  });
  const list = useRef<HTMLOListElement>(null);
  // Focus in an effect, because a page reached by the arrow keys may only just be unfolded.
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
  const unfold = (from: number, to: number) => {
    setUnfolded([...unfolded, ...Array.from({ length: to - from + 1 }, (_, i) => from + i)]);
    setReached(quiz.pages[from]?.id ?? '');
  };
  return (
    <Rows>
      <ol aria-label="Pages in their order" onKeyDown={move} ref={list}>
        {layout.rows.map((row) =>
          'page' in row ? (
            <PageRow key={row.page} {...{ quiz, taken, chosen, isLost, onChoose }} index={row.page} arcs={flows.arcs} />
          ) : (
            <FoldRow key={`fold ${row.from}`} from={row.from} to={row.to} onUnfold={() => unfold(row.from, row.to)} />
          ),
        )}
      </ol>
      <SpineDrawing {...{ quiz, flows, taken, layout, drawn, isLost, isDead, isOn, onWay }} lit={new Set(way)} />
      <ul className="notes" aria-label="Ways that leave the spine">
        {layout.notes.map((note, i) => (
          <WayNote key={i} {...{ quiz, taken, note, isOn, isDead, onWay, onNewRule }} />
        ))}
      </ul>
    </Rows>
  );
}

/** Pages that everyone goes through one after the other. */
function FoldRow({ from, to, onUnfold }: { from: number; to: number; onUnfold: () => void }) {
  const pages = `${from + 1} to ${to + 1}`;
  return (
    <li className="fold">
      <button type="button" aria-label={`${to - from + 1} pages without a branch, ${pages}: unfold`} onClick={onUnfold}>
        <b>Pages {pages}</b>
        <small>one after the other · unfold</small>
      </button>
    </li>
  );
}

type RowProps = Pick<SpineProps, 'quiz' | 'taken' | 'chosen' | 'onChoose'> & {
  index: number;
  arcs: Arc[];
  isLost: (page: string) => boolean;
};

function PageRow({ quiz, taken, chosen, index, arcs, isLost, onChoose }: RowProps) {
  const page = quiz.pages[index];
  if (!page) return null;
  const lost = isLost(page.id);
  return (
    <li className={lost ? 'lost' : undefined}>
      <button type="button" data-page={page.id} aria-current={page.id === chosen} onClick={() => onChoose(page.id)}>
        <b>{page.name || (page.stage === 'result' ? 'Result' : `Page ${index + 1}`)}</b>
        <small>
          {lost ? 'nobody gets here' : visitWords(taken?.pages[page.id], taken)}
          {setsOf(quiz, page).map((words) => ` · ${words}`)}
          <span className="sr-only">{spoken(quiz, page, index, arcs)}</span>
        </small>
      </button>
    </li>
  );
}

type NoteProps = Pick<SpineProps, 'quiz' | 'taken' | 'onWay' | 'onNewRule'> & {
  note: Note;
  isOn: (way: Pick<Arc, 'from' | 'move'>) => boolean;
  isDead: (share: number | null) => boolean;
};

function WayNote({ quiz, taken, note, isOn, isDead, onWay, onNewRule }: NoteProps) {
  const { from, move, to, share, top } = note;
  const page = quiz.pages[from];
  const on = isOn({ from, move });
  return (
    <li style={{ top }} data-on={on ? '' : undefined}>
      <button type="button" onClick={() => onWay(page?.id ?? '', move ?? 'otherwise')}>
        {whenWords(quiz, page, move)}
      </button>
      <div className="goes">
        <span>
          {isDead(share) ? (
            <span className="dead">never taken</span>
          ) : share === 0 ? (
            `nobody yet, to ${to}`
          ) : (
            `${counted(share, taken)} go to ${to}`
          )}
        </span>
        {page && move !== null && on && (
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
}
