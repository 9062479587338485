'use client';
/** The editions of a quiz: looked at, compared in words, gone back to, put live again. */
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import { call } from '../../contract/call';
import type { EditionLine } from '../../contract/quizzes';
import { type Comparison, compareQuizzes } from '../../core/editions/compare';
import type { Quiz } from '../../core/schema/quiz';
import { Choose, LineInput, PrimaryButton, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { SideSheet } from '../../ui/side-sheet';
import { Alarm, Inline, Muted, PlainList, Strong } from '../../ui/text';
import { useDocumentStore, useQuiz } from '../document';
import { goTo } from '../../core/document/go-to';
import { usePublication } from '../shared/publication';
import { dayAndTime } from '../shared/time';
import { messageOf } from '../shared/trouble';
import { Shelf } from '../shell/shelf';
import { TryPage, useTry } from '../shell/try-quiz';
import { usePutLive } from './put-live';

export function Editions({ editions }: { editions: EditionLine[] }) {
  const { live } = usePublication();
  const [isOpen, setOpen] = useState(false);
  return (
    <div>
      <h2>Editions</h2>
      <PlainList as="ol">
        {editions.slice(0, 6).map((e) => (
          <li key={e.edition}>
            <Mark kind={e.edition === live.edition ? 'yes' : 'not-yet'} size={13} />
            <span>
              <Strong>Edition {e.edition}</Strong>
              {e.note && <Muted> · {e.note}</Muted>}
            </span>
            {e.edition === live.edition && <span style={{ color: 'var(--pine)' }}>live</span>}
            <span suppressHydrationWarning className="when">
              {e.publishedBy}, {dayAndTime(e.publishedAt)}
            </span>
          </li>
        ))}
      </PlainList>
      <div style={{ marginTop: 10 }}>
        <TextButton onPress={() => setOpen(true)}>Look at them and compare</TextButton>
      </div>
      {isOpen && <EditionsSheet editions={editions} onClose={() => setOpen(false)} />}
    </div>
  );
}

function EditionsSheet({ editions, onClose }: { editions: EditionLine[]; onClose: () => void }) {
  const { live } = usePublication();
  const [chosen, setChosen] = useState(live.edition ?? editions[0]?.edition ?? 1);
  const line = editions.find((e) => e.edition === chosen);
  return (
    <SideSheet wide open onClose={onClose} title="Editions">
      <Shelf>
        <ol aria-label="Editions">
          {editions.map((e) => (
            <li key={e.edition}>
              <button type="button" aria-current={e.edition === chosen} onClick={() => setChosen(e.edition)}>
                <b>Edition {e.edition}</b>
                <small>
                  {e.edition === live.edition && 'live · '}
                  {e.publishedBy}, {dayAndTime(e.publishedAt)}
                </small>
                {e.note && <small>{e.note}</small>}
              </button>
            </li>
          ))}
        </ol>
        {line && <Edition key={line.edition} line={line} editions={editions} onClose={onClose} />}
      </Shelf>
    </SideSheet>
  );
}

/** Edition by number; the draft as it stands now. */
type Other = number | 'draft';

function Edition({ line, editions, onClose }: { line: EditionLine; editions: EditionLine[]; onClose: () => void }) {
  const draft = useQuiz();
  const quiz = useEdition(line.edition);
  const [against, setAgainst] = useState<Other>('draft');
  const other = useEdition(against === 'draft' ? null : against);
  const second = against === 'draft' ? draft : other.quiz;
  return (
    <div>
      <Acts line={line} quiz={quiz.quiz} onClose={onClose} />
      <Note line={line} />
      <Inline as="h3" style={{ display: 'block', margin: '24px 0 8px', lineHeight: '30px' }}>
        What is different in{' '}
        <Choose
          label="Compared with"
          value={String(against)}
          options={[
            { id: 'draft', label: 'the draft' },
            ...editions
              .filter((e) => e.edition !== line.edition)
              .map((e) => ({ id: String(e.edition), label: `edition ${e.edition}` })),
          ]}
          onChange={(to) => setAgainst(to === 'draft' ? to : Number(to))}
        />
      </Inline>
      {(quiz.trouble || other.trouble) && <Alarm role="alert">{quiz.trouble || other.trouble}</Alarm>}
      {quiz.quiz && second && <Differences before={quiz.quiz} after={second} />}
      {quiz.quiz && <Look quiz={quiz.quiz} />}
    </div>
  );
}

/** The document of an edition; null while it comes, or where none is wanted. */
function useEdition(edition: number | null) {
  const { id } = useQuiz();
  const [found, setFound] = useState<{ edition: number; quiz: Quiz | null; trouble: string } | null>(null);
  useEffect(() => {
    if (edition === null) return;
    let isGone = false;
    call('GET /api/quizzes/{quiz}/editions/{edition}', { quiz: id, edition: String(edition) }).then(
      ({ quiz }) => !isGone && setFound({ edition, quiz, trouble: '' }),
      (error: unknown) => !isGone && setFound({ edition, quiz: null, trouble: messageOf(error) }),
    );
    return () => void (isGone = true);
  }, [id, edition]);
  return found?.edition === edition ? found : { quiz: null, trouble: '' };
}

function Acts({ line, quiz, onClose }: { line: EditionLine; quiz: Quiz | null; onClose: () => void }) {
  const store = useDocumentStore();
  const draft = useQuiz();
  const edit = quiz && goTo('go-back', draft, quiz);
  const putLive = usePutLive();
  const { live } = usePublication();
  return (
    <>
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: '8px 24px', alignItems: 'center' }}>
        <PrimaryButton
          isDisabled={!edit}
          onPress={() => {
            if (edit && store.getState().edit(edit)) onClose();
          }}
        >
          {edit || !quiz ? 'Make it the draft' : 'The draft is like this'}
        </PrimaryButton>
        {line.edition !== live.edition && (
          <TextButton onPress={() => void putLive.act(line.edition)}>Put it live again</TextButton>
        )}
        {putLive.trouble && <Alarm role="alert">{putLive.trouble}</Alarm>}
      </div>
      <Muted as="p" $small style={{ margin: '8px 0 0' }}>
        Making it the draft is one step, which Undo takes back. What is live stays as it is until you publish.
      </Muted>
    </>
  );
}

function Note({ line }: { line: EditionLine }) {
  const { id } = useQuiz();
  const router = useRouter();
  const [typed, setTyped] = useState<string | null>(null);
  const [said, setSaid] = useState<{ words: string; isBad: boolean } | null>(null);
  const keep = async () => {
    if (typed === null || typed === line.note) return;
    try {
      await call('PUT /api/quizzes/{quiz}/editions/{edition}/note', {
        quiz: id,
        edition: String(line.edition),
        body: { note: typed },
      });
      setSaid({ words: 'Kept', isBad: false });
      router.refresh();
    } catch (error) {
      setSaid({ words: messageOf(error), isBad: true });
    }
  };
  return (
    <label style={{ display: 'flex', flexWrap: 'wrap', gap: '4px 12px', alignItems: 'center', marginTop: 16 }}>
      A note to yourselves:{' '}
      <LineInput
        value={typed ?? line.note}
        maxLength={300}
        placeholder="why it was made"
        style={{ flex: '1 1 220px', minWidth: 0 }}
        onChange={(e) => {
          setTyped(e.target.value);
          setSaid(null);
        }}
        onBlur={() => void keep()}
        onKeyDown={(e) => {
          if (e.key === 'Enter') void keep();
        }}
      />
      <span role="status" style={{ color: said?.isBad ? 'var(--brick)' : 'var(--pine)' }}>
        {said?.words}
      </span>
    </label>
  );
}

const Parts = styled.dl`
  margin: 12px 0 24px;
  border-top: 1px solid var(--ink);
  > div {
    display: grid;
    grid-template-columns: minmax(120px, 200px) minmax(0, 1fr);
    gap: 4px 20px;
    padding: 8px 0;
    border-bottom: 1px solid var(--line);
  }
  dt {
    font-weight: 600;
    overflow-wrap: anywhere;
  }
  dd {
    grid-column: 2;
    margin: 0;
    overflow-wrap: anywhere;
  }
  @media (max-width: 600px) {
    > div {
      grid-template-columns: minmax(0, 1fr);
    }
    dd {
      grid-column: 1;
    }
  }
`;

function Differences({ before, after }: { before: Quiz; after: Quiz }) {
  const { changes, questions } = useMemo(() => compareQuizzes(before, after), [before, after]);
  if (changes.length === 0) return <p>Nothing: they are alike.</p>;
  return (
    <>
      <p>{countsIn(questions)}</p>
      <Parts aria-label="Differences">
        {changes.map(({ part, said }, i) => (
          <div key={i}>
            <dt>{part}</dt>
            {said.map((words, k) => (
              <dd key={k}>{words.charAt(0).toUpperCase() + words.slice(1)}</dd>
            ))}
          </div>
        ))}
      </Parts>
    </>
  );
}

function countsIn({ added, changed, gone }: Comparison['questions']): string {
  const parts = [
    ...(added ? [`${added} new`] : []),
    ...(changed ? [`${changed} changed`] : []),
    ...(gone ? [`${gone} gone`] : []),
  ];
  return parts.length ? `Of the questions: ${parts.join(', ')}.` : 'The questions are the same.';
}

function Look({ quiz }: { quiz: Quiz }) {
  const { run, setSent } = useTry(quiz);
  return (
    <>
      <h3 style={{ margin: '8px 0' }}>As visitors get it</h3>
      <div style={{ maxWidth: 390 }}>
        <TryPage quiz={quiz} run={run} send={(sent) => setSent((old) => [...old, sent])} again={() => setSent([])} />
      </div>
    </>
  );
}
