'use client';
/** People: one run at a time, what was answered and what it came to. */
import { Alarm, Faint, Muted, Strong } from '../../ui/text';
import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { LineInput, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { useDocument } from '../document';
import { call } from '../../contract/call';
import { nameOfLanguage } from '../../core/languages/translate';
import { useWhere } from './filters';
import { ByHand } from './by-hand';
import { Note } from './note';
import { TakeAway } from './take-away';
import { LeftFiles } from '../shared/left-files';
import { dayAndTime } from '../shared/time';
import { WhyThis } from './why';
import type { People, Person, PersonLine } from '../../contract/results';

const Split = styled.div`
  display: grid;
  grid-template-columns: minmax(280px, 400px) minmax(0, 1fr);
  gap: 40px;
  align-items: start;
  ol {
    list-style: none;
    border-top: 1px solid var(--ink);
  }
  ol button {
    display: grid;
    grid-template-columns: 20px minmax(0, 1fr) auto;
    gap: 0 6px;
    width: 100%;
    border: 0;
    border-bottom: 1px solid var(--line);
    background: none;
    padding: 9px 8px 9px 10px;
    text-align: start;
    cursor: pointer;
    align-items: center;
  }
  ol button:hover {
    background: var(--saffron-wash);
  }
  ol button[aria-current] {
    background: var(--saffron-wash);
    box-shadow: inset 4px 0 0 var(--saffron);
  }
  ol small {
    grid-column: 2 / -1;
    color: var(--ink-2);
    font-size: 13px;
    overflow-wrap: anywhere;
  }
  @media (max-width: 899px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

export function PeopleView({
  first,
  mayMark,
}: {
  /** null where they have to be asked for */
  first: People | null;
  mayMark: boolean;
}) {
  const quizId = useDocument((s) => s.quizId);
  const [people, setPeople] = useState<People>(first ?? { people: [], next: null });
  const [isRead, setRead] = useState(first !== null);
  const where = useWhere();
  const [person, setPerson] = useState<Person | null>(null);
  const [trouble, setTrouble] = useState('');
  const [search, setSearch] = useState('');
  const latest = useRef(0);
  const tell = (error: unknown) => setTrouble(error instanceof Error ? error.message : 'That did not work just now.');
  const open = (runId: string) =>
    void call('GET /api/quizzes/{quiz}/people/{run}', { quiz: quizId, run: runId }).then(setPerson, tell);
  const searched = { ...where, ...(search.trim() ? { search } : {}) };
  useEffect(() => {
    if (isRead) return;
    let over = false;
    call('GET /api/quizzes/{quiz}/people', { quiz: quizId, query: where }).then((found) => {
      if (over) return;
      setPeople(found);
      setRead(true);
    }, tell);
    return () => {
      over = true;
    };
  }, [isRead, quizId, where]);
  const find = (words: string) => {
    setSearch(words);
    const asked = (latest.current += 1);
    const query = { ...where, ...(words.trim() ? { search: words } : {}) };
    call('GET /api/quizzes/{quiz}/people', { quiz: quizId, query }).then((found) => {
      if (asked === latest.current) setPeople(found);
    }, tell);
  };
  const more = () => {
    if (!people.next) return;
    const query = { before: people.next.lastAt, run: people.next.runId, ...searched };
    void call('GET /api/quizzes/{quiz}/people', { quiz: quizId, query }).then(
      (older) => setPeople({ people: [...people.people, ...older.people], next: older.next }),
      tell,
    );
  };
  const removeTrials = () =>
    void call('DELETE /api/quizzes/{quiz}/trials', { quiz: quizId }).then(() => {
      setPerson(null);
      setPeople(({ people: all, next }) => ({ people: all.filter((p) => !p.isTrial), next }));
    }, tell);
  const step = (by: -1 | 1) => {
    const next = people.people[people.people.findIndex((p) => p.runId === person?.runId) + by];
    if (next) open(next.runId);
  };
  if (!isRead) return trouble ? <Alarm role="alert">{trouble}</Alarm> : <Muted role="status">Being read …</Muted>;
  if (people.people.length === 0 && search === '')
    return (
      <p style={{ color: 'var(--ink-2)', fontSize: 18 }}>
        {where.where === undefined ? 'Nobody has started yet.' : 'There is nobody of whom all this is true.'}
      </p>
    );
  return (
    <Split>
      <div>
        <label style={{ display: 'block', marginBottom: 10 }}>
          Find{' '}
          <LineInput
            type="search"
            aria-label="Find somebody by what they left"
            style={{ width: 'min(240px, 70%)' }}
            maxLength={200}
            value={search}
            onChange={(e) => find(e.target.value)}
          />
        </label>
        <div role="status">{people.people.length === 0 && <Muted>Nobody has left that.</Muted>}</div>
        <ol aria-label="People, the newest first">
          {people.people.map((p) => (
            <li key={p.runId}>
              <Line person={p} current={p.runId === person?.runId} onOpen={() => open(p.runId)} />
            </li>
          ))}
        </ol>
        {people.next && (
          <div style={{ padding: 12 }}>
            <TextButton onPress={more}>Show older ones</TextButton>
          </div>
        )}
        {people.people.some((p) => p.isTrial) && (
          <div style={{ padding: 12 }}>
            <TextButton $danger onPress={removeTrials}>
              Remove all trials
            </TextButton>
          </div>
        )}
        <div role="alert">{trouble && <Alarm as="p">{trouble}</Alarm>}</div>
      </div>
      {person ? (
        <OnePerson
          key={person.runId}
          quiz={quizId}
          person={person}
          step={step}
          onMarked={mayMark ? () => open(person.runId) : undefined}
          onRemoved={() => {
            setPerson(null);
            setPeople((all) => ({ ...all, people: all.people.filter((p) => p.runId !== person.runId) }));
          }}
        />
      ) : (
        <p style={{ color: 'var(--ink-2)', fontSize: 18, paddingTop: 12 }}>
          Choose somebody to see what they answered.
        </p>
      )}
    </Split>
  );
}

function Line({ person, current, onOpen }: { person: PersonLine; current: boolean; onOpen: () => void }) {
  return (
    <button type="button" aria-current={current ? true : undefined} onClick={onOpen}>
      <Mark kind={person.finished ? 'yes' : 'maybe'} size={13} />
      <Strong>{person.name || 'Somebody'}</Strong>
      <Muted $small suppressHydrationWarning>
        {dayAndTime(person.lastAt)}
      </Muted>
      <small>
        {person.finished
          ? person.outcomes.join(', ') || 'finished'
          : `left after ${person.pages} ${person.pages === 1 ? 'page' : 'pages'}`}
        {person.isTrial
          ? ', a trial that does not count'
          : person.isMachine
            ? ', by all signs a machine, which does not count'
            : person.source && `, from ${person.source}`}
      </small>
    </button>
  );
}

const Sheet = styled.article`
  position: sticky;
  top: 16px;
  border-top: 1px solid var(--ink);
  padding-top: 12px;
  h2 {
    font: 700 24px/1.25 var(--heading);
  }
  table {
    width: 100%;
    border-collapse: collapse;
    margin: 16px 0;
    font-variant-numeric: tabular-nums;
  }
  th,
  td {
    border-bottom: 1px solid var(--line);
    padding: 8px 12px 8px 0;
    text-align: start;
    vertical-align: top;
    font-weight: 400;
    overflow-wrap: anywhere;
  }
  th {
    color: var(--ink-2);
    width: 45%;
  }
  td:last-child {
    text-align: end;
    color: var(--ink-2);
    white-space: nowrap;
    padding-inline-end: 0;
  }
  dl {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
    gap: 12px 24px;
  }
  dt {
    font-size: 13px;
    color: var(--ink-2);
  }
  dd {
    font: 700 18px/1.3 var(--heading);
    font-variant-numeric: tabular-nums;
  }
`;

function OnePerson({
  quiz,
  person,
  step,
  onMarked,
  onRemoved,
}: {
  quiz: string;
  person: Person;
  step: (by: -1 | 1) => void;
  /** Where whoever looks may mark. */
  onMarked: (() => void) | undefined;
  onRemoved: () => void;
}) {
  const { name, email, ...others } = person.contact;
  const won = person.verdicts.flatMap(({ outcomes }) => outcomes);
  const spread = (low: number | null, high: number | null) =>
    low === null || high === null ? '' : ` of ${low} to ${high}`;
  return (
    <Sheet aria-live="polite">
      <div style={{ display: 'flex', gap: 16, justifyContent: 'space-between', alignItems: 'baseline' }}>
        <h2>{name || 'Somebody'}</h2>
        <span style={{ display: 'flex', gap: 18 }}>
          <TextButton onPress={() => step(-1)}>Newer</TextButton>
          <TextButton onPress={() => step(1)}>Older</TextButton>
        </span>
      </div>
      <Muted as="p" suppressHydrationWarning>
        {person.finished ? (
          <b style={{ color: 'var(--ink)' }}>{won.join(' and ') || 'Finished'}</b>
        ) : (
          `Stopped at “${person.standsAt}”`
        )}
        {email && `, ${email}`}
        {Object.values(others).map((v) => `, ${v}`)}
        {`, ${dayAndTime(person.seenAt)}, edition ${person.edition}`}
        {person.keyEdition !== undefined && `, scored by the key of edition ${person.keyEdition}`}
        {person.source && `, from ${person.source}`}
        {person.language && `, in ${nameOfLanguage(person.language)}`}
        {Object.values(person.traces).map((trace) => `, ${trace}`)}
      </Muted>
      <LeftFiles quiz={quiz} run={person.runId} files={person.files} />
      {person.answers.length === 0 && <p style={{ margin: '16px 0' }}>Nothing was answered.</p>}
      <table>
        <tbody>
          {person.answers.map((a, i) => (
            <tr key={i}>
              <th scope="row">{a.question}</th>
              <td>
                {a.answer || <Faint>left empty</Faint>}
                {a.marked && <Marked marked={a.marked} />}
                {a.marked && person.finished && onMarked && (
                  <ByHand quiz={quiz} run={person.runId} answer={a} onMarked={onMarked} />
                )}
              </td>
              <td>{a.seconds === null ? '' : `${a.seconds} s`}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <dl>
        {person.marks && (
          <div>
            <dt>Marks</dt>
            <dd>
              {short(person.marks.awarded)}
              <span style={{ font: '400 13px/1 var(--text)', color: 'var(--ink-2)' }}>
                {` of ${short(person.marks.of)}`}
                {person.marks.percent !== null && `, ${Math.round(person.marks.percent)}%`}
              </span>
            </dd>
          </div>
        )}
        {person.verdicts.map(({ id, name: verdict, outcomes }) => (
          <div key={id}>
            <dt>{verdict}</dt>
            <dd>{outcomes.join(' and ') || '–'}</dd>
          </div>
        ))}
        {person.known.map(({ name: known, value }) => (
          <div key={known}>
            <dt>{known}</dt>
            <dd style={{ overflowWrap: 'anywhere' }}>{value}</dd>
          </div>
        ))}
        {person.scales.map((s) => (
          <div key={s.id}>
            <dt>{s.name}</dt>
            <dd>
              {s.points === null ? '–' : String(s.points).replace('-', '−')}
              <span style={{ font: '400 13px/1 var(--text)', color: 'var(--ink-2)' }}>
                {spread(s.lowest, s.highest)}
              </span>
            </dd>
          </div>
        ))}
        {person.tallies.map((t) => (
          <div key={t.id}>
            <dt>{t.name}</dt>
            <dd style={t.won ? undefined : { color: 'var(--ink-2)' }}>{t.points}</dd>
          </div>
        ))}
      </dl>
      {person.way.length > 1 && (
        <Muted as="p" $small style={{ marginTop: 16 }}>
          Their way: {person.way.join(' → ')}
        </Muted>
      )}
      <Note
        key={`note ${person.runId}`}
        quiz={quiz}
        run={person.runId}
        note={person.note}
        mayWrite={onMarked !== undefined}
      />
      {person.finished && <WhyThis key={`why ${person.runId}`} quiz={quiz} run={person.runId} />}
      {onMarked && <TakeAway quiz={quiz} run={person.runId} onRemoved={onRemoved} />}
    </Sheet>
  );
}

const short = (n: number): string => String(Math.round(n * 100) / 100).replace('-', '−');

const MARKED = {
  right: { kind: 'yes', word: 'right' },
  part: { kind: 'maybe', word: 'partly right' },
  wrong: { kind: 'no', word: 'wrong' },
  pending: { kind: 'not-yet', word: 'waits for a person to mark it' },
} as const;

/** What an answer was worth, and what would have been right. */
function Marked({ marked }: { marked: NonNullable<Person['answers'][number]['marked']> }) {
  const { kind, word } = MARKED[marked.is];
  return (
    <span style={{ display: 'flex', gap: 6, alignItems: 'center', fontSize: 13, color: 'var(--ink-2)' }}>
      <Mark kind={kind} size={11} />
      {word}, {short(marked.awarded)} of {short(marked.of)}
      {marked.is !== 'right' && marked.right && `; right is ${marked.right}`}
      {marked.by && `; marked by ${marked.by.name}, ${dayAndTime(marked.by.at)}`}
      {marked.by?.note && `: “${marked.by.note}”`}
    </span>
  );
}
