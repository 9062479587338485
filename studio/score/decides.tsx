'use client';
/** Which questions decide, and how far results hang on the weight in the active cell: rehearsed beside the typing. */
import { useEffect, useRef, useState } from 'react';
import type { Quiz } from '../../core/schema/quiz';
import { applyEdit } from '../../core/document/edits';
import type { Decides, ShareOfVisitors } from '../../core/rehearsal/decides';
import { type Bench, newBench, useRehearsal } from '../shared/rehearsal';
import type { Measure } from '../edits/measures';
import { weighMany } from '../edits/weigh-edits';
import { type GridRow, isSpecial, valueOf } from './cells';

/** Milliseconds after the last change. */
const PAUSE = 600;

type Bound = { bench: Bench; under: number };

/** A thread of its own: it is ended where what it works on has changed. */
function useThread() {
  const bound = useRef<Bound | null>(null);
  useEffect(
    () => () => {
      bound.current?.bench.worker.terminate();
      bound.current = null;
    },
    [],
  );
  return (work: (api: Bench['api']) => Promise<void>): void => {
    const own = (bound.current ??= { bench: newBench(), under: 0 });
    own.under += 1;
    void work(own.bench.api).finally(() => (own.under -= 1));
  };
}

/** @returns what decides of the quiz as it stood at the last pause; null until that is known */
export function useDecides(quiz: Quiz): Decides | null {
  const { mix } = useRehearsal();
  const thread = useThread();
  const [decides, setDecides] = useState<Decides | null>(null);
  const inThread = useRef(thread);
  useEffect(() => {
    let over = false;
    const timer = setTimeout(
      () =>
        inThread.current(async (api) => {
          const now = await api.decides(quiz, mix);
          if (!over) setDecides(now);
        }),
      PAUSE,
    );
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [quiz, mix]);
  return decides;
}

type Hangs = { more: ShareOfVisitors; less: ShareOfVisitors };

/** How many visitors come out otherwise where the weight of a cell is one more, or one less; null where it has none, or until it is known. */
function useHangs(quiz: Quiz, row: GridRow | undefined, target: Measure | undefined): Hangs | null {
  const { mix } = useRehearsal();
  const thread = useThread();
  const inThread = useRef(thread);
  const [known, setKnown] = useState<{ of: string; hangs: Hangs } | null>(null);
  const isWeight = row && target && !isSpecial(target) && !target.decidedBy && row.of.times !== 'key';
  const of = isWeight ? JSON.stringify([row.of.at, target.id, valueOf(row, target)]) : '';
  useEffect(() => {
    if (!row || !target || of === '') return;
    let over = false;
    const value = valueOf(row, target);
    const by = (step: number): Quiz => {
      const edit = weighMany([{ of: row.of, target: target.id, value: value + step, blank: false }]);
      const made = edit && applyEdit(quiz, edit);
      return made && 'quiz' in made ? made.quiz : quiz;
    };
    const timer = setTimeout(
      () =>
        inThread.current(async (api) => {
          const [more, less] = await api.otherwise(quiz, [by(1), by(-1)], mix);
          if (!over && more && less) setKnown({ of, hangs: { more, less } });
        }),
      PAUSE,
    );
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [quiz, mix, row, target, of]);
  return known?.of === of ? known.hangs : null;
}

const percent = ({ share }: ShareOfVisitors): string => `${Math.round(share * 100)}%`;

/** Behind the words of a cell. */
export function HangsOn({ quiz, row, target }: { quiz: Quiz; row: GridRow | undefined; target: Measure | undefined }) {
  const hangs = useHangs(quiz, row, target);
  if (!hangs) return null;
  const { more, less } = hangs;
  const words =
    more.share === 0 && less.share === 0
      ? 'One more or less turns no rehearsed visitor.'
      : `One more turns ${percent(more)} of rehearsed visitors, one less ${percent(less)}.`;
  return <span>. {words}</span>;
}

/** How often a question decides, as a number and a line. */
export function DecidesCell({ told, name }: { told: ShareOfVisitors | undefined; name: string }) {
  if (!told) return null;
  const sure =
    told.low === told.high ? '' : `, between ${Math.round(told.low * 100)} and ${Math.round(told.high * 100)}%`;
  return (
    <span title={`Another answer to this alone turns ${name} for ${percent(told)} of those who are asked${sure}`}>
      {percent(told)}
      <span aria-hidden="true" className="share">
        <i style={{ width: percent(told) }} />
      </span>
    </span>
  );
}
