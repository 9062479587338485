'use client';
/** Score: one grid for the whole quiz, what it comes to below, and the ruler of the chosen column beside it. */
import { Alarm } from '../../ui/text';
import { type ReactNode, useCallback, useMemo, useState } from 'react';
import styled from 'styled-components';
import { isKeyed } from '../../core/questions/registry';
import type { Quiz } from '../../core/schema/quiz';
import { questionsOf } from '../../core/document/lookup';
import { Choose } from '../../ui/controls';
import { useDocumentStore, useQuiz } from '../document';
import { weighMany } from '../edits/weigh-edits';
import { useRehearsal } from '../shared/rehearsal';
import { useArrival } from '../shared/arrival';
import { type Measure, measuresOf, signed } from '../edits/measures';
import { AddColumns } from './add-columns';
import { Column } from './column';
import { Feet } from './column-totals';
import { DecidesCell, HangsOn, useDecides } from './decides';
import type { Change } from './cell-editing';
import { Grid } from './grid';
import { GUESS, RIGHT } from '../edits/weigh-edits';
import { type GridRow, valueOf } from './cells';
import { GuessPanel } from './guess-panel';
import { Heads } from './heads';
import { CellWords } from './cell-words';
import { KeyPanel } from './key-panel';
import { guessColumn, isIn, partsOf, rightColumn, rowsOf, sortsOf } from './narrowed';
import { at, cellsIn, rangeOf, type Selection } from './selection';
import { CellFindings, FindingList, useSaid } from './cell-findings';
import { TrialPart, useTrial } from './trial';

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

export function Score() {
  const quiz = useQuiz();
  const said = useSaid(quiz);
  const trial = useTrial(quiz);
  const { rows, targets, part, setPart, sort, setSort, hasKey, wantKey, specials } = useShownCells(quiz);
  const [selection, setSelection] = useState<Selection>(at(0, 0));
  const [trouble, setTrouble] = useState('');
  /** The column that was just made, and asks for its name. */
  const [made, setMade] = useState('');
  const asked = useCallback(() => setMade(''), []);
  const shares = useDecides(quiz);
  const range = rangeOf(selection);
  const column = targets[Math.min(selection.active.column, targets.length - 1)];
  useArrival((id) => {
    const columnAt = targets.findIndex((t) => t.id === id);
    const rowAt = rows.findIndex((r) => r.of.id === id || r.of.question.id === id);
    if (columnAt >= 0 || rowAt >= 0) setSelection(at(Math.max(0, rowAt), Math.max(0, columnAt)));
  });

  const decided = quiz.verdicts.find(({ id }) => id === column?.verdict) ?? quiz.verdicts[0];
  const decides = (question: string) =>
    decided && <DecidesCell told={shares?.verdicts[decided.id]?.[question]} name={decided.name} />;
  const change = useWeighing(rows, targets, setTrouble);
  const activeRow = rows[selection.active.row];
  const findings = [...(activeRow ? said.ofRow(activeRow) : []), ...(column ? said.ofColumn(column.id) : [])];
  const chosen = cellsIn(range);
  const sum = chosen.reduce((total, c) => total + valueOf(rows[c.row], targets[c.column]), 0);
  if (rows.length === 0 && part === '') {
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
              <Alarm>{trouble}</Alarm>
            ) : (
              <>
                <CellWords row={activeRow} target={column} />
                <HangsOn quiz={quiz} row={activeRow} target={column} />
              </>
            )}
          </span>
          {chosen.length > 1 && (
            <span>
              {chosen.length} cells chosen, sum {signed(Number(sum.toFixed(6)))}
            </span>
          )}
          <AddColumns
            onAdded={(index, id) => {
              setMade(id);
              setSort('');
              setSelection(at(selection.active.row, index + specials));
            }}
            {...(hasKey
              ? {}
              : {
                  onKey: () => {
                    wantKey();
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
              marks={(row) => <CellFindings findings={said.ofRow(row)} />}
              {...(decided ? { decides } : {})}
              picked={trial.picked}
              head={
                <Heads
                  quiz={quiz}
                  targets={targets}
                  decides={decided?.name}
                  active={selection.active.column}
                  marks={(id) => <CellFindings findings={said.ofColumn(id)} />}
                  onChoose={(i) => setSelection(at(selection.active.row, i))}
                  corner={[
                    <Choose
                      key="part"
                      label="Which questions are shown"
                      value={part}
                      options={partsOf(quiz)}
                      onChange={(to) => {
                        setPart(to);
                        setSelection(at(0, selection.active.column));
                      }}
                    />,
                    <Choose
                      key="sort"
                      label="Which columns are shown"
                      value={sort}
                      options={sortsOf(quiz)}
                      onChange={(to) => {
                        setSort(to);
                        setSelection(at(selection.active.row, 0));
                      }}
                    />,
                  ]}
                />
              }
              foot={<Feet quiz={quiz} targets={targets} hasDecides={decided !== undefined} />}
            />
          </div>
        )}
      </div>
      {column && (
        <Beside quiz={quiz} column={column} row={activeRow} isNew={column.id === made} onAsked={asked}>
          <FindingList findings={findings} />
          <TrialPart quiz={quiz} trial={trial} />
        </Beside>
      )}
    </Split>
  );
}

/** The rows and columns that are shown, and what they are narrowed to. */
function useShownCells(quiz: Quiz) {
  const { mixKind } = useRehearsal();
  const [isKeyWanted, setKeyWanted] = useState(false);
  const [part, setPart] = useState('');
  const [sort, setSort] = useState('');
  const rows = useMemo(() => rowsOf(quiz).filter(({ of }) => isIn(quiz, of, part)), [quiz, part]);
  const hasKey = isKeyWanted || questionsOf(quiz).some(isKeyed);
  const weighed = measuresOf(quiz);
  const special = useMemo(
    () => [...(hasKey ? [rightColumn] : []), ...(mixKind === 'guess' ? [guessColumn] : [])],
    [hasKey, mixKind],
  );
  const targets = useMemo(
    () => [
      ...special,
      ...weighed.filter((t) => sort === '' || (sort === 'scales' ? t.verdict === null : t.verdict === sort)),
    ],
    [special, weighed, sort],
  );
  const wantKey = () => setKeyWanted(true);
  return { rows, targets, part, setPart, sort, setSort, hasKey, wantKey, specials: special.length };
}

type BesideProps = { quiz: Quiz; column: Measure; row: GridRow | undefined; children: ReactNode } & Pick<
  Parameters<typeof Column>[0],
  'isNew' | 'onAsked'
>;

/** What belongs to the column with the active cell. */
function Beside({ quiz, column, row, isNew, onAsked, children }: BesideProps) {
  const { odds, stale } = useRehearsal();
  if (column.id === RIGHT) return <KeyPanel row={row}>{children}</KeyPanel>;
  if (column.id === GUESS) return <GuessPanel row={row}>{children}</GuessPanel>;
  return (
    <Column
      key={column.id}
      quiz={quiz}
      target={column}
      isNew={isNew}
      onAsked={onAsked}
      stale={stale}
      spread={odds?.scales[column.id] ?? odds?.tallies[column.id]}
    >
      {children}
    </Column>
  );
}

/** Puts numbers into cells, and says where none can stand. */
function useWeighing(rows: GridRow[], targets: Measure[], setTrouble: (words: string) => void) {
  const store = useDocumentStore();
  return (changes: Change[]) => {
    // An outcome of a verdict by bands or rules is not spoken for; a weight that is left from before can be taken away.
    const isClosed = ({ value, column }: Change) => value !== 0 && targets[column]?.decidedBy !== undefined;
    const closed = changes.find(isClosed);
    const outcome = closed && targets[closed.column];
    setTrouble(outcome ? `“${outcome.name}” is decided by ${outcome.decidedBy}: no answer speaks for it.` : '');
    const edit = weighMany(
      changes
        .filter((change) => !isClosed(change))
        .flatMap(({ row, column, value, blank }) => {
          const [of, target] = [rows[row]?.of, targets[column]];
          return of && target ? [{ of, target: target.id, value, blank }] : [];
        }),
    );
    if (edit) store.getState().edit(edit);
  };
}
