'use client';
/** How long is left: shown quietly, said aloud at a few moments only. */
import { useEffect, useRef, useState } from 'react';
import { useWords } from './languages/words';

/** Seconds at which a screen reader is told. */
const TOLD = [600, 300, 120, 60, 30, 10];

/** Seconds for which what was said is still near enough. */
const STANDS = 2;

const shown = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;

const secondsTo = (until: number): number => Math.max(0, Math.ceil((until - Date.now()) / 1000));

/** @param until by the browser's own clock, in milliseconds */
export function Clock({ until, onTime }: { until: number; onTime: () => void }) {
  const { say } = useWords();
  const spoken = (n: number): string => {
    if (n === 0) return '';
    return n >= 60 && n % 60 === 0 ? say('timeShort', { n: n / 60 }) : say('secondsShort', { n });
  };
  const [seconds, setSeconds] = useState(() => secondsTo(until));
  /** What is said aloud, and how many seconds were left when it was. */
  const [spokenAt, setSpokenAt] = useState<number | null>(null);
  const passed = useRef<number | undefined>(undefined);
  const over = useRef(onTime);
  useEffect(() => {
    over.current = onTime;
  });
  useEffect(() => {
    const look = () => {
      const now = secondsTo(until);
      setSeconds(now);
      const moment = TOLD.findLast((s) => now <= s);
      if (moment !== passed.current) {
        passed.current = moment;
        setSpokenAt(now);
      }
      if (now > 0) return;
      clearInterval(timer);
      over.current();
    };
    const timer = setInterval(look, 250);
    return () => clearInterval(timer);
  }, [until]);
  // Clear the announcement after a while, so that nobody finds it when it is out of date.
  const words = spokenAt === null || spokenAt - seconds > STANDS ? '' : spoken(spokenAt);
  return (
    <>
      <span className="v-clock" role="timer" aria-live="off">
        {say('timeLeft', { time: shown(seconds) })}
      </span>
      <span className="v-hidden" role="status">
        {words}
      </span>
    </>
  );
}
