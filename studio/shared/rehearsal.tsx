'use client';
import { messageOf } from './trouble';
import {
  createContext,
  type ReactNode,
  startTransition,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { proxy, type Remote, wrap } from 'comlink';
import type { Finding } from '../../core/findings/check';
import { guessedMix } from '../../core/rehearsal/mix';
import { type Counted, countedMix, type Mix } from '../../core/rehearsal/mix';
import type { Odds } from '../../core/rehearsal/odds';
import { type SeenWays, seenWays } from '../../core/stats/ways';
import { useQuiz } from '../document';
import type { RehearsalApi } from './rehearsal.worker';
import { call } from '../../contract/call';
import type { OtherQuiz } from './publication';

/** How rehearsed visitors answer: evenly, by the creator's guess, or as real visitors did. */
export type MixKind = 'even' | 'guess' | 'real';
type Seen = { odds: Odds | null; findings: Finding[]; /** the quiz has changed since */ stale: boolean };
type Rehearsal = Seen & {
  /** The check has not looked at anything yet, or could not: that it found nothing says nothing. */
  looking: boolean;
  mixKind: MixKind;
  /** Undefined where they answer evenly. */
  mix: Mix | undefined;
  /** The ways that real visitors took, where they are asked for. */
  ways: SeenWays | null;
  setMix: (kind: MixKind) => void;
  /** Why the mix is not as wanted. */
  trouble: string;
  /** 0..1 while a rehearsal takes longer than a moment; null else. */
  progress: number | null;
  stop: () => void;
  /** Begins one that was stopped. */
  again: (() => void) | null;
};
const nothing: Seen = { odds: null, findings: [], stale: true };
const idle = () => undefined;
const Context = createContext<Rehearsal>({
  ...nothing,
  looking: true,
  mixKind: 'even',
  mix: undefined,
  ways: null,
  setMix: idle,
  trouble: '',
  progress: null,
  stop: idle,
  again: null,
});
export const useRehearsal = () => useContext(Context);

const PAUSE = 250;
/** The first one waits until the screen has opened: it would take a whole core from it. Milliseconds. */
const OPENING = 1_000;
/** A rehearsal shows how far it is after this long. Milliseconds. */
const LONG = 1_000;

export type Bench = { worker: Worker; api: Remote<RehearsalApi> };
export function newBench(): Bench {
  const worker = new Worker(new URL('./rehearsal.worker.ts', import.meta.url), { type: 'module' });
  return { worker, api: wrap<RehearsalApi>(worker) };
}

/** Keeps a rehearsal and the check of the open quiz up to date, a moment after each pause in editing. */
export function RehearsalProvider({ quizzes, children }: { quizzes: OtherQuiz[]; children: ReactNode }) {
  const quiz = useQuiz();
  const [seen, setSeen] = useState<Seen>(nothing);
  const [mixKind, setMixKind] = useState<MixKind>('even');
  const [counted, setCounted] = useState<{ mix: Mix; ways: Record<string, number> } | null>(null);
  const [trouble, setTrouble] = useState('');
  const [progress, setProgress] = useState<number | null>(null);
  const [stopped, setStopped] = useState(false);
  const bench = useRef<Bench | null>(null);
  const busy = useRef(false);
  const end = useCallback(() => {
    bench.current?.worker.terminate();
    bench.current = null;
    busy.current = false;
  }, []);
  useEffect(() => end, [end]);

  const mix = useMemo(
    () => (mixKind === 'guess' ? guessedMix(quiz) : mixKind === 'real' ? counted?.mix : undefined),
    [mixKind, quiz, counted],
  );
  useEffect(() => {
    if (stopped) return;
    let over = false;
    setSeen((old) => (old.stale ? old : { ...old, stale: true }));
    const timer = setTimeout(
      () => {
        // Discard the running rehearsal, because it is of an older state.
        if (busy.current) end();
        const { api } = (bench.current ??= newBench());
        busy.current = true;
        const begun = Date.now();
        const published = quizzes.filter((q) => q.live || q.id === quiz.id).map((q) => q.id);
        const onProgress = (done: number) => {
          if (!over && Date.now() - begun > LONG) setProgress(done);
        };
        void api.look(quiz, published, mix, proxy(onProgress)).then((now) => {
          if (over) return;
          busy.current = false;
          setProgress(null);
          // A transition: keystrokes take precedence over drawing the result.
          startTransition(() => setSeen({ ...now, stale: false }));
        });
      },
      bench.current ? PAUSE : OPENING,
    );
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [quiz, quizzes, mix, stopped, end]);

  const setMix = useCallback(
    (kind: MixKind) => {
      setTrouble('');
      setMixKind(kind);
      if (kind !== 'real') return;
      call('GET /api/quizzes/{quiz}/findings', { quiz: quiz.id, query: {} }).then(
        ({ findings }) => {
          const answered = findings?.questions.filter((q) => q.answered > 0) ?? [];
          const counts = answered.map(({ id, options, ...q }): [string, Counted] => [
            id,
            options.length ? { ...q, options: Object.fromEntries(options.map((o) => [o.id, o.count])) } : q,
          ]);
          setCounted({
            mix: countedMix(Object.fromEntries(counts)),
            ways: findings?.ways ?? {},
          });
          if (answered.length === 0) setTrouble('Nobody has answered yet: evenly until then.');
        },
        (error: unknown) => setTrouble(messageOf(error)),
      );
    },
    [quiz.id],
  );
  const ways = useMemo(
    () => (mixKind === 'real' && counted ? seenWays(quiz, (key) => counted.ways[key] ?? 0) : null),
    [mixKind, counted, quiz],
  );
  // Memoise the context value, so that consumers do not render on each keystroke.
  const value = useMemo(
    () => ({
      ...seen,
      looking: seen.odds === null,
      mixKind,
      mix,
      ways,
      setMix,
      trouble,
      progress,
      stop: () => {
        end();
        setProgress(null);
        setStopped(true);
      },
      again: stopped ? () => setStopped(false) : null,
    }),
    [seen, mixKind, mix, ways, setMix, trouble, progress, end, stopped],
  );
  return <Context.Provider value={value}>{children}</Context.Provider>;
}
