'use client';
/** Measures the first page of the quiz, so that the code for a page can keep its height free while the quiz loads. */
import { useEffect, useMemo, useRef } from 'react';
import { startRun } from '../../core/flow/run';
import { useQuiz } from '../document';
import { TryPage } from '../shell/try-quiz';

const NARROW = 358;
/** As wide as a quiz gets. */
const WIDE = 688;
const nothing = () => undefined;

/** @param onMeasured told a CSS length in which 100% is the width of the place: exact at a phone's width and at the full one */
export function Measure({ onMeasured }: { onMeasured: (length: string) => void }) {
  const quiz = useQuiz();
  const run = useMemo(() => startRun(quiz, { seed: 1 }), [quiz]);
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    let over = false;
    const measure = async () => {
      const images = [...(box.current?.querySelectorAll('img') ?? [])];
      await Promise.all([document.fonts.ready, ...images.map((image) => image.decode().catch(nothing))]);
      if (over || !box.current) return;
      const [narrow = 0, wide = 0] = [...box.current.children].map((child) => child.getBoundingClientRect().height + 2);
      const slope = (wide - narrow) / (WIDE - NARROW);
      onMeasured(`calc(${slope.toFixed(3)} * min(100%, ${WIDE}px) + ${Math.ceil(narrow - slope * NARROW)}px)`);
    };
    void measure();
    return () => {
      over = true;
    };
  }, [quiz, onMeasured]);
  return (
    <div
      ref={box}
      aria-hidden="true"
      inert
      style={{ position: 'absolute', visibility: 'hidden', left: 0, top: 0, width: 0, height: 0, overflow: 'hidden' }}
    >
      {[NARROW, WIDE].map((width) => (
        <div key={width} style={{ width }}>
          <TryPage quiz={quiz} run={run} send={nothing} again={nothing} />
        </div>
      ))}
    </div>
  );
}
