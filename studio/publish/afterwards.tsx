'use client';
/** When visitors see their result: at once, from a moment on, or when it is released. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Choose, LineInput, TextButton } from '../../ui/controls';
import { useDocumentStore, useQuiz } from '../document';
import { setField } from '../edits/edits';
import { call } from '../../contract/call';

const DAY = 86_400_000;
const whole = (moment: Date): string => `${moment.toISOString().slice(0, 19)}Z`;
/** As the field for a moment has it: the creator's own time, to the minute. */
const local = (iso: string): string => {
  const moment = new Date(iso);
  return new Date(moment.getTime() - moment.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
};

/** @param waiting how many results of finished runs are kept back now */
export function Afterwards({ waiting, live }: { waiting: number; live: boolean }) {
  const quiz = useQuiz();
  const store = useDocumentStore();
  const { held } = quiz.delivery;
  const set = (to: typeof held, join?: string) =>
    store.getState().edit(setField('set-held', [], ['delivery', 'held'], held, to), join);
  const kind = held === undefined ? 'now' : held === 'released' || held === 'marked' ? held : 'moment';
  return (
    <section aria-label="What visitors see at the end">
      <h2>At the end</h2>
      <div className="says">
        Visitors see their result{' '}
        <Choose
          label="When visitors see their result"
          value={kind}
          options={[
            { id: 'now', label: 'at once' },
            { id: 'moment', label: 'from a day on' },
            { id: 'released', label: 'when you release it' },
            { id: 'marked', label: 'when a person has marked it' },
          ]}
          onChange={(to) =>
            to !== kind &&
            set(
              to === 'now'
                ? undefined
                : to === 'released' || to === 'marked'
                  ? to
                  : whole(new Date(Math.ceil((Date.now() + 7 * DAY) / 3_600_000) * 3_600_000)),
            )
          }
        />
        {kind === 'moment' && held !== undefined && (
          <>
            ,{' '}
            <LineInput
              type="datetime-local"
              aria-label="Results are shown from"
              required
              suppressHydrationWarning
              value={local(held)}
              style={{ width: 'auto', fontSize: 15 }}
              onChange={(e) => {
                const moment = new Date(e.target.value);
                if (!Number.isNaN(moment.getTime())) set(whole(moment), 'held');
              }}
            />
          </>
        )}
        .{' '}
        {kind === 'now'
          ? 'Letters about it go out at the same moment.'
          : 'Until then they are told when it comes, and nothing of it is sent to their browser. Letters about it wait as well.'}
      </div>
      {live && <Waiting waiting={waiting} />}
    </section>
  );
}

function Waiting({ waiting }: { waiting: number }) {
  const { id } = useQuiz();
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [notice, setNotice] = useState('');
  const release = async () => {
    setBusy(true);
    try {
      const { released } = await call('POST /api/quizzes/{quiz}/release', { quiz: id });
      setNotice(released === 1 ? 'One result is released.' : `${released} results are released.`);
      router.refresh();
    } catch (error) {
      setNotice(error instanceof Error ? error.message : 'That did not work. Nothing was released.');
    } finally {
      setBusy(false);
    }
  };
  return (
    <div style={{ display: 'flex', gap: 20, alignItems: 'center', flexWrap: 'wrap', marginTop: 6 }}>
      {waiting > 0 && (
        <>
          <span>{waiting === 1 ? 'One result waits.' : `${waiting} results wait.`}</span>
          <TextButton isDisabled={busy} onPress={() => void release()}>
            {waiting === 1 ? 'Release it now' : 'Release them now'}
          </TextButton>
        </>
      )}
      <span role="status">{notice}</span>
    </div>
  );
}
