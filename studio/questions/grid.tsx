'use client';
/** A grid, typed as a table: rows down, columns across, and in each cell whether it is right. */
import { Faint } from '../../ui/text';
import { Plus, X } from 'lucide-react';
import styled from 'styled-components';
import type { Grid } from '../../core/schema/quiz';
import { without } from '../../core/document/lookup';
import type { Edit, Place } from '../../core/document/edits';
import { TextButton, Toggle } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { useDocumentStore } from '../document';
import { addToList, moveInList, newId, placeOfBlock, removeFromList, setField } from '../edits/edits';
import type { Measure } from '../edits/measures';
import { useFields } from '../fields/use-fields';
import { useFocusLater } from '../fields/cursor';
import { TextField } from '../fields/text-field';
import { NumberField } from '../fields/number-field';
import { Row } from '../shared/sheet';
import { Factors } from './factor';
import type { Body, StudioKind } from './kind';
import { onLineKey, type Pressed } from './line-keys';
import { lineField, linesOf } from './lines';

type List = 'rows' | 'columns';
type Line = { id: string; text: string };
type GridRow = Grid['rows'][number];

const Table = styled.table`
  border-collapse: collapse;
  width: 100%;
  th,
  td {
    border-bottom: 1px solid var(--line);
    padding: 6px 8px 6px 0;
    text-align: start;
    vertical-align: top;
    font-weight: 400;
    min-width: 76px;
  }
  thead :is(th, td) {
    border-color: var(--ink);
    font-size: 13px;
  }
  tbody th {
    min-width: 150px;
  }
  tr[data-on] {
    background: var(--saffron-wash);
  }
  td button {
    border: 0;
    background: none;
    padding: 3px;
    cursor: pointer;
    line-height: 0;
    min-width: 24px;
    min-height: 24px;
  }
`;
const Scroll = styled.div`
  overflow-x: auto;
  margin-inline: var(--gutter) 20px;
  padding-bottom: 8px;
  position: relative;
  background: var(--paper);
  font-size: 14px;
`;

/** Takes a row or column away, and out of what is right. */
function removeLine({ key = {} }: Grid, at: Place, list: List, id: string): Edit {
  const left = Object.entries(key).flatMap(([row, right]): [string, string[]][] => {
    const kept = right.filter((c) => c !== id);
    return row === id || kept.length === 0 ? [] : [[row, kept]];
  });
  const to = left.length ? Object.fromEntries(left) : undefined;
  const ops = Object.keys(key).length ? setField('', at, ['key'], key, to).ops : [];
  return { name: `remove-${list}`, ops: [...ops, removeFromList(at, list, id).ops].flat() };
}

/** Says that a column is right in a row, or no longer. */
function markCell({ key, pick }: Grid, at: Place, row: string, column: string): Edit {
  const right = key?.[row] ?? [];
  const others = pick === 'many' ? right : [];
  const next = right.includes(column) ? right.filter((c) => c !== column) : [...others, column];
  const to = { ...without(key ?? {}, row), ...(next.length ? { [row]: next } : {}) };
  return setField('set-key', at, ['key'], key, Object.keys(to).length ? to : undefined);
}

/** The first of several lines goes into an empty one, the others below it. */
function pastedLines(at: Place, list: List, item: Line, [first = '', ...rest]: string[]): Edit {
  const made = rest.map((text) => ({ id: newId(list.charAt(0)), text }));
  const own = setField('', [...at, list, item.id], ['text'], item.text, first);
  return { name: `paste-${list}`, ops: [...own.ops, ...addToList(at, list, item.id, made).ops] };
}

function GridPart({ question, targets, cursor, hands }: Body<Grid>) {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const at = placeOfBlock(store.getState().quiz, question.id);
  const open = cursor !== null;
  const { rows, columns } = question;
  const add = (list: List, after: string | null, texts: string[]) => {
    const made = texts.map((text) => ({ id: newId(list.charAt(0)), text }));
    store.getState().edit(addToList(at, list, after, made));
    focusLater(lineField(made.at(-1)?.id ?? ''));
  };
  const keys = (event: Pressed, list: List, i: number) => {
    const items = question[list];
    const item = items[i];
    if (!item) return;
    onLineKey(
      event,
      {
        isEmpty: item.text === '',
        isBlank: item.text === '' && items.length > 1,
        goesAcross: list === 'columns',
      },
      {
        nextQuestion: hands.nextQuestion,
        nextLine: () => add(list, item.id, ['']),
        takeAway: () => {
          store.getState().edit(removeLine(question, at, list, item.id));
          focusLater(i > 0 ? lineField(items[i - 1]?.id ?? '') : hands.above);
        },
        move: (by) => {
          const move = moveInList(at, list, items, item.id, by);
          if (!move) return;
          store.getState().edit(move);
          focusLater(lineField(item.id));
        },
      },
    );
  };
  const heading = (list: List, item: Line, i: number) => (
    <TextField
      label={`${list === 'rows' ? 'Row' : 'Column'} ${i + 1}`}
      field={lineField(item.id)}
      value={item.text}
      placeholder={list === 'rows' ? 'A row' : 'A column'}
      onChange={(to) =>
        store
          .getState()
          .edit(setField(`set-${list}`, [...at, list, item.id], ['text'], item.text, to), `text ${item.id}`)
      }
      onKeyDown={(event) => keys(event, list, i)}
      onPaste={(event) => {
        const lines = linesOf(event);
        if (lines.length < 2 || item.text) return;
        event.preventDefault();
        store.getState().edit(pastedLines(at, list, item, lines));
      }}
    />
  );
  return (
    <>
      <Scroll>
        <Table>
          <thead>
            <tr>
              <td />
              {columns.map((column, i) => (
                <th key={column.id} scope="col" data-option={column.id}>
                  {heading('columns', column, i)}
                  {open && <Worth column={column} at={at} />}
                </th>
              ))}
              {open && (
                <td>
                  <TextButton
                    aria-label="Add a column"
                    $weight={500}
                    onPress={() => add('columns', columns.at(-1)?.id ?? null, [''])}
                  >
                    <Plus size={15} />
                  </TextButton>
                </td>
              )}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, i) => (
              <tr key={row.id} data-option={row.id} data-on={cursor?.option === row.id ? '' : undefined}>
                <th scope="row">
                  {heading('rows', row, i)}
                  <RowWeights row={row} number={i + 1} at={at} targets={targets} open={cursor?.option === row.id} />
                </th>
                {columns.map((column) => (
                  <RightCell key={column.id} question={question} at={at} row={row} column={column} number={i + 1} />
                ))}
                {open && (
                  <td>
                    <TextButton
                      aria-label={`Remove row ${i + 1}`}
                      onPress={() => store.getState().edit(removeLine(question, at, 'rows', row.id))}
                    >
                      <X size={14} />
                    </TextButton>
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </Table>
      </Scroll>
      {open && (
        <Row margin={<Faint>● marks what is right, if anything is</Faint>}>
          <span style={{ display: 'flex', gap: 18, flexWrap: 'wrap' }}>
            <TextButton $weight={500} onPress={() => add('rows', rows.at(-1)?.id ?? null, [''])}>
              <Plus size={15} /> Add a row
            </TextButton>
            <Toggle
              selected={question.pick === 'many'}
              onChange={(to) =>
                store.getState().edit(setField('set-pick', at, ['pick'], question.pick, to ? 'many' : 'one'))
              }
            >
              Several in a row
            </Toggle>
          </span>
        </Row>
      )}
    </>
  );
}

type Cell = { question: Grid; at: Place; row: GridRow; column: Line; /** of the row */ number: number };

/** Whether a column is right in a row. */
function RightCell({ question, at, row, column, number }: Cell) {
  const store = useDocumentStore();
  const isRight = question.key?.[row.id]?.includes(column.id) ?? false;
  return (
    <td>
      <button
        type="button"
        aria-pressed={isRight}
        aria-label={`${row.text || `Row ${number}`}, ${column.text}: right`}
        onClick={() => store.getState().edit(markCell(question, at, row.id, column.id))}
      >
        <Mark kind={isRight ? 'yes' : 'not-yet'} size={14} />
      </button>
    </td>
  );
}

function Worth({ column, at }: { column: Grid['columns'][number]; at: Place }) {
  const { set } = useFields(column, () => [...at, 'columns', column.id]);
  return <NumberField label="worth" value={column.value} placeholder="–" onChange={(to) => set('value', to)} />;
}

type RowProps = { row: GridRow; number: number; at: Place; targets: Measure[]; open: boolean };

function RowWeights({ row, number, at, targets, open }: RowProps) {
  const { flag } = useFields(row, () => [...at, 'rows', row.id]);
  return (
    <>
      <Factors
        at={[...at, 'rows', row.id]}
        weights={row.weights}
        targets={targets}
        of={row.text || `row ${number}`}
        unit="Its worth"
        open={open}
      />
      {row.weights && open && <Toggle {...flag('reverse')}>the other way round</Toggle>}
    </>
  );
}

export const grid: StudioKind<Grid> = {
  Body: GridPart,
  firstField: ({ rows: [first] }) => first && lineField(first.id),
};
