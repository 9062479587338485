'use client';
/** How long is left: shown quietly, said aloud at a few moments only. */
import { useEffect, useRef, useState } from 'react';
import { useWords } from './words';

/** Seconds at which a screen reader is told. */
const TOLD = [600, 300, 120, 60, 30, 10];

const shown = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;

/** @param until by the browser's own clock, in milliseconds */
export function Clock({ until, onTime }: { until: number; onTime: () => void }) {
  const { say } = useWords();
  const secondsNow = () => Math.max(0, Math.ceil((until - Date.now()) / 1000));
  const [seconds, setSeconds] = useState(secondsNow);
  const over = useRef(onTime);
  useEffect(() => {
    over.current = onTime;
  });
  useEffect(() => {
    const look = () => {
      const now = secondsNow();
      setSeconds(now);
      if (now > 0) return;
      clearInterval(timer);
      over.current();
    };
    const timer = setInterval(look, 250);
    return () => clearInterval(timer);
  }, [until]);
  const told = TOLD.findLast((s) => seconds <= s);
  return (
    <>
      <span className="v-clock" role="timer" aria-live="off">
        {say('timeLeft', { time: shown(seconds) })}
      </span>
      <span className="v-hidden" role="status">
        {told === undefined ? '' : told >= 60 ? say('timeShort', { n: told / 60 }) : say('secondsShort', { n: told })}
      </span>
    </>
  );
}
