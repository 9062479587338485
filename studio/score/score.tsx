'use client';
/** Score: one grid for the whole quiz, what it comes to below, and the ruler of the chosen column beside it. */
import { Plus } from 'lucide-react';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import type { Quiz } from '../../core/quiz/schema';
import { nameOf, questionsOf } from '../../core/quiz/lookup';
import { weighedIn } from '../../core/quiz/weighed';
import { spanOf } from '../../core/rehearse/span';
import { LineInput, TextButton } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { useDocumentStore, useQuiz } from '../document';
import { addOutcome, addScale, removeTarget, setField, weighMany } from '../edits';
import { useRehearsal } from '../rehearsal';
import { useArrival } from '../shell/place';
import { signed, type Target, targetsOf } from '../targets';
import { type Change, Grid, type GridRow, RIGHT, valueOf, wordsOf } from './grid';
import { KeyPanel } from './key-panel';
import { Ruler } from './ruler';
import { ScalePanel } from './scale-panel';
import { at, cellsIn, rangeOf, type Selection } from './selection';
import { VerdictPanel } from './verdict-panel';

const Split = styled.div`
  display: flex;
  height: 100%;
  min-height: 0;
  .left {
    display: flex;
    flex-direction: column;
    min-width: 0;
    flex: 1 1 auto;
    max-width: 100%;
  }
  .said {
    display: flex;
    gap: 8px 18px;
    align-items: center;
    min-height: 44px;
    padding: 4px 24px;
    border-bottom: 1px solid var(--line);
    color: var(--ink-2);
    flex: none;
    flex-wrap: wrap;
    b {
      color: var(--ink);
      font-weight: 600;
    }
  }
  .scroll {
    overflow: auto;
    flex: 1;
    min-height: 0;
  }
  aside {
    flex: 1 0 320px;
    max-width: 420px;
    background: var(--chalk);
    border-inline-start: 1px solid var(--line);
    padding: 14px 24px 24px;
    overflow: auto;
  }
  @media (max-width: 899px) {
    flex-direction: column;
    height: auto;
    .scroll {
      max-height: 70vh;
    }
    aside {
      flex: none;
      max-width: none;
      border: 0;
      border-top: 1px solid var(--ink);
    }
  }
`;
const Head = styled.thead`
  .group {
    font-size: 13px;
    color: var(--ink-2);
    text-align: start;
    padding: 10px 8px 6px;
    white-space: nowrap;
  }
  .group span {
    display: block;
    border-bottom: 1px solid var(--ink);
    padding-bottom: 6px;
  }
  .group b {
    color: var(--ink);
    font-weight: 600;
  }
  th.name {
    top: 38px;
    width: 72px;
    height: 52px;
    border-bottom: 1px solid var(--line);
    padding: 0;
  }
  th.name > button {
    display: block;
    width: 100%;
    height: 100%;
    border: 0;
    background: none;
    padding: 6px 0;
    font-weight: 600;
    font-size: 12.5px;
    line-height: 16px;
    cursor: pointer;
    overflow: hidden;
    overflow-wrap: break-word;
    hyphens: auto;
  }
  th.name i {
    display: block;
    height: 3px;
    margin: 0 8px 4px;
  }
  th.chosen {
    background: var(--saffron-wash);
  }
`;
const Foot = styled.tfoot`
  .label {
    padding-inline-start: 24px;
    font-size: 13px;
    height: 26px;
  }
  td {
    text-align: center;
    font-size: 13px;
    height: 26px;
  }
  tr:nth-child(1) > * {
    border-top: 1px solid var(--ink);
    bottom: 86px !important;
  }
  tr:nth-child(2) > * {
    bottom: 60px !important;
  }
  tr:nth-child(3) > * {
    height: 60px !important;
    bottom: 0 !important;
  }
  td b {
    font: 700 18px/1.2 var(--heading);
    font-variant-numeric: tabular-nums;
    display: block;
  }
  td small {
    font-size: 12px;
    color: var(--ink-2);
    display: block;
  }
  .bar {
    display: block;
    width: 52px;
    height: 4px;
    margin: 4px auto 0;
    background: var(--line);
  }
  .bar i {
    display: block;
    height: 100%;
  }
`;

const number = (n: number) => String(Number(n.toFixed(2))).replace('-', '−');

export function Score() {
  const quiz = useQuiz();
  const store = useDocumentStore();
  const { odds, stale } = useRehearsal();
  const [keyWanted, setKeyWanted] = useState(false);
  const rows = useMemo(() => rowsOf(quiz), [quiz]);
  const hasKey = keyWanted || rows.some((r) => (r.of.credit ?? 0) > 0);
  const weighed = targetsOf(quiz);
  const targets = useMemo(() => (hasKey ? [rightColumn, ...weighed] : weighed), [hasKey, weighed]);
  const [selection, setSelection] = useState<Selection>(at(0, 0));
  const [trouble, setTrouble] = useState('');
  const range = rangeOf(selection);
  const column = targets[Math.min(selection.active.column, targets.length - 1)];
  useArrival((id) => {
    const columnAt = targets.findIndex((t) => t.id === id);
    const rowAt = rows.findIndex((r) => r.of.id === id || r.of.question.id === id);
    if (columnAt >= 0 || rowAt >= 0) setSelection(at(Math.max(0, rowAt), Math.max(0, columnAt)));
  });

  const change = (changes: Change[]) => {
    setTrouble('');
    const edit = weighMany(
      changes.flatMap(({ row, column: c, value }) => {
        const of = rows[row]?.of;
        const target = targets[c];
        if (!of || !target) return [];
        const right = target.id === RIGHT;
        return [{ of, target: right ? null : target.id, value: right ? Math.max(0, Math.min(1, value)) : value }];
      }),
    );
    if (edit) store.getState().edit(edit);
  };
  const chosen = cellsIn(range);
  const sum = chosen.reduce((total, c) => total + valueOf(rows[c.row], targets[c.column]), 0);
  if (rows.length === 0) {
    return (
      <p style={{ padding: 32, color: 'var(--ink-2)', fontSize: 18 }}>
        There is nothing to score yet: questions with answers to choose are weighed here, once they are written.
      </p>
    );
  }
  return (
    <Split>
      <div className="left">
        <div className="said">
          <span role="status" style={{ flex: 1, minWidth: 200 }}>
            {trouble ? (
              <span style={{ color: 'var(--brick)' }}>{trouble}</span>
            ) : (
              <Said row={rows[selection.active.row]} target={column} />
            )}
          </span>
          {chosen.length > 1 && (
            <span>
              {chosen.length} cells chosen, sum {signed(Number(sum.toFixed(6)))}
            </span>
          )}
          <AddColumns
            onAdded={(index) => setSelection(at(selection.active.row, index + (hasKey ? 1 : 0)))}
            {...(hasKey
              ? {}
              : {
                  onKey: () => {
                    setKeyWanted(true);
                    setSelection(at(selection.active.row, 0));
                  },
                })}
          />
        </div>
        {targets.length === 0 ? (
          <p style={{ padding: '40px 24px', color: 'var(--ink-2)', fontSize: 18, maxWidth: 560 }}>
            What should the answers speak for? Add an outcome for each result a visitor can end with, or a scale that
            answers add up to.
          </p>
        ) : (
          <div className="scroll">
            <Grid
              rows={rows}
              targets={targets}
              selection={selection}
              onSelect={setSelection}
              onChange={change}
              onTrouble={setTrouble}
              head={
                <Heads
                  quiz={quiz}
                  targets={targets}
                  active={selection.active.column}
                  onChoose={(i) => setSelection(at(selection.active.row, i))}
                />
              }
              foot={<Feet quiz={quiz} targets={targets} />}
            />
          </div>
        )}
      </div>
      {column?.id === RIGHT && <KeyPanel row={rows[selection.active.row]} />}
      {column && column.id !== RIGHT && (
        <Column
          key={column.id}
          quiz={quiz}
          target={column}
          stale={stale}
          spread={odds?.scales[column.id] ?? odds?.tallies[column.id]}
        />
      )}
    </Split>
  );
}

const rightColumn: Target = { id: RIGHT, name: 'Right', colour: null, verdict: null };

function rowsOf(quiz: Quiz): GridRow[] {
  const numbers = new Map(questionsOf(quiz).map((q, i) => [q.id, i + 1]));
  const all = weighedIn(quiz);
  return all.map((of, i) => ({
    of,
    first: all[i - 1]?.question.id !== of.question.id,
    number: numbers.get(of.question.id) ?? 0,
    name: nameOf(of.question),
  }));
}

/** The active cell in words. */
function Said({ row, target }: { row: GridRow | undefined; target: Target | undefined }) {
  if (!row || !target) return null;
  const value = valueOf(row, target);
  const words = wordsOf(row);
  if (target.id === RIGHT)
    return (
      <>
        <b>{words}</b>{' '}
        {!row.of.keyed
          ? 'can be neither right nor wrong here'
          : `is ${value === 1 ? 'right' : value > 0 ? `partly right, worth ${value} of the marks` : 'not right'}`}
        {row.of.keyed && <span style={{ color: 'var(--ink-3)' }}>. Y, M and N set ● ◐ ○</span>}
      </>
    );
  return (
    <>
      <b style={{ font: '700 18px/1 var(--heading)', display: 'inline-block', minWidth: 40 }}>
        {value === 0 ? '0' : signed(value)}
      </b>
      <b>{words}</b>{' '}
      {value === 0
        ? `adds nothing to ${target.name}`
        : target.colour === null
          ? `${value > 0 ? 'adds' : 'takes'} ${Math.abs(value)} ${value > 0 ? 'to' : 'from'} ${target.name}`
          : `speaks ${value > 0 ? 'for' : 'against'} ${target.name}, by ${Math.abs(value)}`}
    </>
  );
}

function AddColumns({ onAdded, onKey }: { onAdded: (index: number) => void; onKey?: () => void }) {
  const store = useDocumentStore();
  const add = (what: 'scale' | 'outcome') => {
    const { quiz, edit } = store.getState();
    const made = what === 'scale' ? addScale(quiz) : addOutcome(quiz);
    edit(made.edit);
    const id = 'scale' in made ? made.scale.id : made.outcome.id;
    onAdded(targetsOf(store.getState().quiz).findIndex((t) => t.id === id));
  };
  return (
    <span style={{ display: 'flex', gap: 18 }}>
      {onKey && (
        <TextButton onPress={onKey}>
          <Plus size={15} /> Right answers
        </TextButton>
      )}
      <TextButton onPress={() => add('scale')}>
        <Plus size={15} /> Scale
      </TextButton>
      <TextButton onPress={() => add('outcome')}>
        <Plus size={15} /> Outcome
      </TextButton>
    </span>
  );
}

function Heads({
  quiz,
  targets,
  active,
  onChoose,
}: {
  quiz: Quiz;
  targets: Target[];
  active: number;
  onChoose: (index: number) => void;
}) {
  const tie = { first: 'the highest wins', latest: 'the highest wins', blend: 'the highest win' };
  return (
    <Head>
      <tr>
        <th className="label" scope="col">
          <span className="sr-only">Answer</span>
        </th>
        {targets[0]?.id === RIGHT && (
          <th className="group" scope="colgroup">
            <span>Key</span>
          </th>
        )}
        {quiz.scales.length > 0 && (
          <th className="group" colSpan={quiz.scales.length} scope="colgroup">
            <span>Scales</span>
          </th>
        )}
        {quiz.verdicts
          .filter((v) => v.outcomes.length > 0)
          .map((v) => (
            <th className="group" key={v.id} colSpan={v.outcomes.length} scope="colgroup">
              <span>
                Verdict <b>{v.name}</b>,{' '}
                {v.by === 'strongest' ? tie[v.ties ?? 'first'] : v.by === 'bands' ? 'by bands' : 'by rules'}
              </span>
            </th>
          ))}
      </tr>
      <tr>
        <th className="label name" scope="col">
          <span className="sr-only">Answer</span>
        </th>
        {targets.map((t, i) => (
          <th key={t.id} className={i === active ? 'name chosen' : 'name'} scope="col">
            <button type="button" title={t.name} onClick={() => onChoose(i)}>
              {t.colour !== null && <i style={{ background: `var(--data-${(t.colour % 8) + 1})` }} />}
              {t.name}
            </button>
          </th>
        ))}
      </tr>
    </Head>
  );
}

function Feet({ quiz, targets }: { quiz: Quiz; targets: Target[] }) {
  const { odds, stale } = useRehearsal();
  const counted = (t: Target) =>
    t.id !== RIGHT && (t.verdict === null || quiz.verdicts.find((v) => v.id === t.verdict)?.by === 'strongest');
  const spans = targets.map((t) => (counted(t) ? spanOf(quiz, t.id, odds) : null));
  const visitors = odds
    ? odds.method === 'exact'
      ? 'Where visitors end, all ways counted'
      : `Where ${(odds.visitors ?? 0).toLocaleString('en')} rehearsed visitors end`
    : 'Rehearsing …';
  return (
    <Foot style={{ opacity: stale ? 0.6 : 1 }}>
      <tr>
        <th scope="row" className="label">
          Lowest a visitor can end with
        </th>
        {targets.map((t, i) => (
          <td key={t.id}>{spans[i] ? number(spans[i].lowest) : '–'}</td>
        ))}
      </tr>
      <tr>
        <th scope="row" className="label">
          Highest
        </th>
        {targets.map((t, i) => (
          <td key={t.id}>{spans[i] ? number(spans[i].highest) : '–'}</td>
        ))}
      </tr>
      <tr>
        <th scope="row" className="label" style={{ whiteSpace: 'normal' }}>
          {visitors}
        </th>
        {targets.map((t) => (
          <td key={t.id}>
            <End target={t} />
          </td>
        ))}
      </tr>
    </Foot>
  );
}

/** Below a scale its mean; below an outcome the share of those who end there. */
function End({ target }: { target: Target }) {
  const { odds } = useRehearsal();
  if (!odds) return null;
  if (target.verdict === null) {
    const spread = odds.scales[target.id];
    return spread?.histogram.length ? (
      <>
        <b>{spread.mean.toFixed(1).replace('-', '−')}</b>
        <small>on average</small>
      </>
    ) : null;
  }
  const share = odds.outcomes[target.verdict]?.[target.id] ?? 0;
  if (share === 0) {
    return (
      <>
        <b style={{ color: 'var(--brick)' }}>0%</b>
        <small style={{ color: 'var(--brick)', fontWeight: 600, whiteSpace: 'nowrap' }}>out of reach</small>
      </>
    );
  }
  return (
    <>
      <b>{(share * 100).toFixed(1)}%</b>
      <span className="bar">
        <i style={{ width: `${share * 100}%`, background: `var(--data-${((target.colour ?? 0) % 8) + 1})` }} />
      </span>
      {share > 0.6 && <small style={{ color: 'var(--saffron-ink)', fontWeight: 600 }}>swallows most</small>}
    </>
  );
}

function Column({
  quiz,
  target,
  spread,
  stale,
}: {
  quiz: Quiz;
  target: Target;
  spread: Parameters<typeof Ruler>[0]['spread'] | undefined;
  stale: boolean;
}) {
  const store = useDocumentStore();
  const place = target.verdict === null ? ['scales', target.id] : ['verdicts', target.verdict, 'outcomes', target.id];
  const verdict = quiz.verdicts.find((v) => v.id === target.verdict);
  const scale = quiz.scales.find((s) => s.id === target.id);
  const now = target.verdict === null ? scale?.name : verdict?.outcomes.find((o) => o.id === target.id)?.name;
  return (
    <aside aria-label={`The column ${target.name}`}>
      <LineInput
        aria-label="Name of the column"
        style={{ font: '700 24px/1.2 var(--heading)', width: '100%', borderColor: 'transparent' }}
        value={now ?? ''}
        maxLength={200}
        onChange={(e) =>
          store.getState().edit(setField('name-column', place, ['name'], now, e.target.value), `column ${target.id}`)
        }
      />
      <p style={{ color: 'var(--ink-2)', fontSize: 13, margin: '4px 0 14px' }}>
        {target.verdict === null
          ? 'A scale: every answer given adds to it.'
          : `An outcome of ${verdict?.name ?? ''}.${verdict?.by === 'strongest' ? ' Below, the points that speak for it.' : ''}`}
      </p>
      {verdict && <VerdictPanel quiz={quiz} verdict={verdict} />}
      {scale && <ScalePanel quiz={quiz} scale={scale} />}
      {verdict && verdict.by !== 'strongest' ? null : spread?.histogram.length ? (
        <div style={{ opacity: stale ? 0.6 : 1 }}>
          <Ruler spread={spread} colour={target.colour} name={target.name} />
          <p style={{ color: 'var(--ink-2)', fontSize: 13, marginTop: 8 }}>
            {number(spread.mean)} on average, most within {number(spread.mean - spread.sd)} and{' '}
            {number(spread.mean + spread.sd)}
          </p>
        </div>
      ) : (
        <p style={{ color: 'var(--ink-3)' }}>Nothing adds to it yet.</p>
      )}
      <div style={{ marginTop: 20, borderTop: '1px solid var(--line)', paddingTop: 12 }}>
        <TextButton $danger $weight={500} onPress={() => store.getState().edit(removeTarget(quiz, target.id))}>
          Delete {target.name}
        </TextButton>
        <p style={{ display: 'flex', gap: 8, color: 'var(--ink-3)', fontSize: 13, marginTop: 4 }}>
          <Mark kind="maybe" size={13} /> Its weights go with it. Undo brings all of it back.
        </p>
      </div>
    </aside>
  );
}
