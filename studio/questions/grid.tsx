'use client';
/** A grid, typed as a table: rows down, columns across, and in each cell whether it is right. */
import { Plus, X } from 'lucide-react';
import type { KeyboardEvent } from 'react';
import styled from 'styled-components';
import type { Grid } from '../../core/schema/quiz';
import { without } from '../../core/document/lookup';
import type { Op } from '../../core/document/edits';
import { TextButton, Toggle } from '../../ui/controls';
import { Mark } from '../../ui/marks';
import { useDocumentStore } from '../document';
import { addToList, moveInList, newId, placeOfBlock, setField } from '../edits/edits';
import type { Measure } from '../edits/measures';
import { type Cursor, useFocusLater } from '../fields/cursor';
import { TextField } from '../fields/text-field';
import { NumberField } from '../fields/number-field';
import { Row } from '../shared/sheet';
import { Factors } from './factor';
import { type Hands, lineField, linesOf } from './lines';
import type { StudioKind } from './kind';

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

function GridPart({
  question,
  targets,
  cursor,
  hands,
}: {
  question: Grid;
  targets: Measure[];
  cursor: Cursor | null;
  hands: Hands;
}) {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const at = placeOfBlock(store.getState().quiz, question.id);
  const open = cursor !== null;
  const { rows, columns, key = {} } = question;
  const add = (list: 'rows' | 'columns', after: string | null, texts: string[]) => {
    const made = texts.map((text) => ({ id: newId(list.charAt(0)), text }));
    store.getState().edit(addToList(at, list, after, made));
    focusLater(lineField(made.at(-1)?.id ?? ''));
  };
  /** Takes a row or column away, and out of what is right. */
  const remove = (list: 'rows' | 'columns', id: string) => {
    const left = Object.fromEntries(
      Object.entries(key).flatMap(([row, right]): [string, string[]][] => {
        const kept = right.filter((c) => c !== id);
        return row === id || kept.length === 0 ? [] : [[row, kept]];
      }),
    );
    const ops: Op[] = [{ op: 'remove', at, list, id }];
    if (question.key)
      ops.unshift({
        op: 'set',
        at,
        field: ['key'],
        was: question.key,
        ...(Object.keys(left).length ? { to: left } : {}),
      });
    store.getState().edit({ name: `remove-${list}`, ops });
  };
  const mark = (row: string, column: string) => {
    const right = key[row] ?? [];
    const next = right.includes(column)
      ? right.filter((c) => c !== column)
      : question.pick === 'many'
        ? [...right, column]
        : [column];
    const others = without(key, row);
    const to = next.length ? { ...others, [row]: next } : others;
    store.getState().edit(setField('set-key', at, ['key'], question.key, Object.keys(to).length ? to : undefined));
  };
  const keys = (event: KeyboardEvent<HTMLTextAreaElement>, list: 'rows' | 'columns', i: number) => {
    const items = list === 'rows' ? rows : columns;
    const item = items[i];
    if (!item) return;
    const [back, on] = list === 'rows' ? ['ArrowUp', 'ArrowDown'] : ['ArrowLeft', 'ArrowRight'];
    if (event.key === 'Enter') {
      event.preventDefault();
      if (event.ctrlKey || event.metaKey) hands.nextQuestion();
      else add(list, item.id, ['']);
    } else if (event.key === 'Backspace' && item.text === '' && items.length > 1) {
      event.preventDefault();
      remove(list, item.id);
      focusLater(i > 0 ? lineField(items[i - 1]?.id ?? '') : hands.above);
    } else if (event.altKey && (event.key === back || event.key === on)) {
      event.preventDefault();
      const move = moveInList(at, list, items, item.id, event.key === back ? -1 : 1);
      if (!move) return;
      store.getState().edit(move);
      focusLater(lineField(item.id));
    }
  };
  const heading = (list: 'rows' | 'columns', item: { id: string; text: string }, i: number) => (
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
        const [first = '', ...rest] = lines;
        const made = rest.map((text) => ({ id: newId(list.charAt(0)), text }));
        store.getState().edit({
          name: `paste-${list}`,
          ops: [
            { op: 'set', at: [...at, list, item.id], field: ['text'], was: item.text, to: first },
            ...addToList(at, list, item.id, made).ops,
          ],
        });
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
                  {open && (
                    <NumberField
                      label="worth"
                      value={column.value}
                      placeholder="–"
                      onChange={(to) =>
                        store
                          .getState()
                          .edit(
                            setField('set-value', [...at, 'columns', column.id], ['value'], column.value, to),
                            `value ${column.id}`,
                          )
                      }
                    />
                  )}
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
                  <Factors
                    at={[...at, 'rows', row.id]}
                    weights={row.weights}
                    targets={targets}
                    of={row.text || `row ${i + 1}`}
                    unit="Its worth"
                    open={cursor?.option === row.id}
                  />
                  {row.weights && cursor?.option === row.id && (
                    <Toggle
                      selected={row.reverse ?? false}
                      onChange={(to) =>
                        store
                          .getState()
                          .edit(
                            setField('set-reverse', [...at, 'rows', row.id], ['reverse'], row.reverse, to || undefined),
                          )
                      }
                    >
                      the other way round
                    </Toggle>
                  )}
                </th>
                {columns.map((column) => {
                  const right = key[row.id]?.includes(column.id) ?? false;
                  return (
                    <td key={column.id}>
                      <button
                        type="button"
                        aria-pressed={right}
                        aria-label={`${row.text || `Row ${i + 1}`}, ${column.text}: right`}
                        onClick={() => mark(row.id, column.id)}
                      >
                        <Mark kind={right ? 'yes' : 'not-yet'} size={14} />
                      </button>
                    </td>
                  );
                })}
                {open && (
                  <td>
                    <TextButton aria-label={`Remove row ${i + 1}`} onPress={() => remove('rows', row.id)}>
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
        <Row margin={<span style={{ color: 'var(--ink-3)' }}>● marks what is right, if anything is</span>}>
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

export const grid: StudioKind<Grid> = {
  Body: GridPart,
  firstField: ({ rows: [first] }) => first && lineField(first.id),
};
