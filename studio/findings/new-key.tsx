'use client';
/** New key, old runs: what the newest key would make of them, seen before it is done, and undone as a whole. */
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import type { AnswerOf } from '../../contract';
import { call } from '../../contract/call';
import { PrimaryButton, TextButton } from '../../ui/controls';
import { Alarm, Muted, PlainList } from '../../ui/text';
import { useDocument } from '../document';
import { useAskAgain } from '../shared/ask-again';
import { dayAndTime } from '../shared/time';
import { messageOf } from '../shared/trouble';
import { number } from './bars';
import { Changed, runsInWords } from './changed';
import { Figures, Section, Sideways } from './section';

type Told = AnswerOf<'GET /api/quizzes/{quiz}/rescorings'>;
type Rescoring = Told['rescorings'][number];
type Move = 'apply' | 'stop' | 'undo';

const Page = styled.div`
  max-width: 860px;
  font-size: 16px;
  .lead {
    font-size: 18px;
    margin-bottom: 14px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 24px;
    align-items: center;
    margin: 18px 0 6px;
  }
  progress {
    width: min(260px, 60%);
    accent-color: var(--pine);
  }
`;
const WORKING: Partial<Record<Rescoring['state'], string>> = {
  looking: 'Going through old runs to see what would change',
  applying: 'Scoring old runs anew',
  undoing: 'Scoring them as before',
};
const ENDED: Partial<Record<Rescoring['state'], string>> = {
  applied: 'scored by its key',
  undone: 'undone',
  dropped: 'looked at, and left as it was',
};
/** Milliseconds between two looks at how far it has come. */
const EVERY = 700;

export function NewKey({ mayScore }: { mayScore: boolean }) {
  const quiz = useDocument((s) => s.quizId);
  const [told, setTold] = useState<Told | null>(null);
  const [trouble, setTrouble] = useState('');
  const take = (asked: Promise<Told>): Promise<void> =>
    asked.then(
      (got) => {
        setTrouble('');
        setTold(got);
      },
      (error: unknown) => setTrouble(messageOf(error)),
    );
  useEffect(() => void take(call('GET /api/quizzes/{quiz}/rescorings', { quiz })), [quiz]);
  const [newest, ...older] = told?.rescorings ?? [];
  const isWorking = newest !== undefined && WORKING[newest.state] !== undefined;
  useAskAgain(
    () => (isWorking ? take(call('GET /api/quizzes/{quiz}/rescorings', { quiz })) : Promise.resolve()),
    EVERY,
  );
  if (!told) return trouble ? <Alarm role="alert">{trouble}</Alarm> : <Muted role="status">Being read …</Muted>;
  const move = (to: Move) =>
    newest &&
    void take(
      call('PUT /api/quizzes/{quiz}/rescorings/{rescoring}', {
        ...{ quiz, rescoring: String(newest.rescoring) },
        body: { do: to },
      }),
    );
  const isOpen = newest?.state === 'seen' || isWorking;
  return (
    <Page>
      {!isOpen && (
        <>
          <p className="lead">{standing(told)}</p>
          {told.runs > 0 && mayScore && (
            <p className="acts">
              <PrimaryButton onPress={() => void take(call('POST /api/quizzes/{quiz}/rescorings', { quiz }))}>
                See what would change
              </PrimaryButton>
              <Muted>Nothing changes by looking.</Muted>
            </p>
          )}
        </>
      )}
      <div role="status">
        {isWorking && <Progress rescoring={newest} onStop={mayScore ? () => move('stop') : undefined} />}
      </div>
      <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      {newest?.changes && (newest.state === 'seen' || newest.state === 'applied') && (
        <Seen rescoring={newest} changes={newest.changes} onMove={mayScore ? move : undefined} />
      )}
      {older.concat(newest && ENDED[newest.state] ? [newest] : []).length > 0 && (
        <Past list={told.rescorings.filter(({ state }) => ENDED[state] !== undefined)} />
      )}
    </Page>
  );
}

function standing({ edition, runs }: Told): string {
  if (edition === null) return 'The quiz has not been published: there are no runs.';
  return runs === 0
    ? `Every finished run is scored by the key of edition ${edition}, the live one.`
    : `${runsInWords(runs)} of older editions ${runs === 1 ? 'is' : 'are'} scored by an older key than that of edition ${edition}, the live one.`;
}

function Progress({ rescoring, onStop }: { rescoring: Rescoring; onStop: (() => void) | undefined }) {
  const words = WORKING[rescoring.state] ?? '';
  return (
    <div className="acts">
      <label htmlFor="rescoring">{words}</label>
      <progress id="rescoring" max={Math.max(1, rescoring.of)} value={Math.min(rescoring.done, rescoring.of)} />
      <Muted>
        {number(rescoring.done)} of {number(rescoring.of)}
      </Muted>
      {onStop && rescoring.state !== 'undoing' && (
        <TextButton onPress={onStop}>{rescoring.state === 'applying' ? 'Stop, and undo it' : 'Stop'}</TextButton>
      )}
    </div>
  );
}

type Changes = NonNullable<Rescoring['changes']>;

function Seen({
  rescoring: { state, edition },
  changes,
  onMove,
}: {
  rescoring: Rescoring;
  changes: Changes;
  onMove: ((to: Move) => void) | undefined;
}) {
  const isDone = state === 'applied';
  return (
    <section aria-label="What changes">
      <p className="lead">
        {isDone
          ? `Old runs are scored by the key of edition ${edition}. `
          : `By the key of edition ${edition}, what visitors sent stays as it is, and so does the way they took. `}
        {changes.changed === 0
          ? `None of ${runsInWords(changes.runs)} ${isDone ? 'came' : 'would come'} out otherwise.`
          : `${number(changes.changed)} of ${runsInWords(changes.runs)} ${isDone ? 'came' : 'would come'} out otherwise.`}
      </p>
      {onMove && (
        <p className="acts">
          {isDone ? (
            <TextButton onPress={() => onMove('undo')}>Undo all of it</TextButton>
          ) : (
            <>
              {changes.changed > 0 && <PrimaryButton onPress={() => onMove('apply')}>Score them by it</PrimaryButton>}
              <TextButton onPress={() => onMove('stop')}>Leave them as they are</TextButton>
              {changes.changed === 0 && (
                <TextButton onPress={() => onMove('apply')}>Score them by it all the same</TextButton>
              )}
            </>
          )}
        </p>
      )}
      <Changed changes={changes} isDone={isDone} />
      {changes.who.length > 0 && <Who changes={changes} />}
    </section>
  );
}

const short = (n: number): string => String(Math.round(n * 100) / 100).replace('-', '−');

function Who({ changes: { who, changed } }: { changes: Changes }) {
  const isMarked = who.some(({ before, after }) => before !== 0 || after !== 0);
  return (
    <Section>
      <h3>Who</h3>
      {changed > who.length && <Muted as="p">The first {number(who.length)} of them.</Muted>}
      <Sideways>
        <Figures aria-label="Who comes out otherwise">
          <thead>
            <tr>
              <th scope="col">Who</th>
              {isMarked && <th scope="col">Marks</th>}
              <th scope="col">Comes out as</th>
            </tr>
          </thead>
          <tbody>
            {who.map(({ run, name, before, after, outcomes }) => (
              <tr key={run}>
                <th scope="row">{name || 'Somebody'}</th>
                {isMarked && <td>{before === after ? short(after) : `${short(after)} instead of ${short(before)}`}</td>}
                <td>{outcomes.map(({ from, to }) => `${to} instead of ${from}`).join(', ') || 'the same'}</td>
              </tr>
            ))}
          </tbody>
        </Figures>
      </Sideways>
    </Section>
  );
}

const Past = ({ list }: { list: Rescoring[] }) => (
  <Section>
    <h3>What was done</h3>
    <PlainList>
      {list.map(({ rescoring, edition, state, at, by }) => (
        <li key={rescoring} style={{ padding: '4px 0' }}>
          Edition {edition}: {ENDED[state]}{' '}
          <Muted suppressHydrationWarning>
            ({by}, {dayAndTime(at)})
          </Muted>
        </li>
      ))}
    </PlainList>
  </Section>
);
