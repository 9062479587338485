import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { partField } from '../../core/flow/form-fields';
import type { OrderView } from '../../core/flow/view';
import { useWords } from '../languages/words';
import type { VisitorKind } from './kind';
import { anything } from './missing';
import { type Asked, FieldGroup } from './parts';

/** Items are moved by their buttons, by Alt and arrows, or by dragging. */
function OrderQuestion({ block, answer, fault, onAnswer }: Asked<OrderView>) {
  const { say } = useWords();
  const given = Array.isArray(answer) ? answer : [];
  const ids = [...given, ...block.items.map((i) => i.id).filter((id) => !given.includes(id))];
  const list = useRef<HTMLOListElement>(null);
  const [dragged, setDragged] = useState<string | null>(null);
  const [said, setSaid] = useState('');
  const wordsOf = (id: string) => block.items.find((i) => i.id === id)?.text ?? '';
  const move = (id: string, to: number) => {
    if (to < 0 || to >= ids.length) return;
    const others = ids.filter((x) => x !== id);
    onAnswer([...others.slice(0, to), id, ...others.slice(to)]);
    setSaid(say('nowAt', { what: wordsOf(id), n: to + 1 }));
  };
  const keys = (event: KeyboardEvent, id: string, at: number) => {
    const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    if (!event.altKey || by === 0) return;
    event.preventDefault();
    move(id, at + by);
  };
  const drag = (event: PointerEvent) => {
    if (!dragged) return;
    const rows = [...(list.current?.children ?? [])];
    const to = rows.findIndex((row) => {
      const { top, bottom } = row.getBoundingClientRect();
      return event.clientY >= top && event.clientY <= bottom;
    });
    if (to >= 0 && ids[to] !== dragged) move(dragged, to);
  };
  return (
    <FieldGroup
      block={block}
      fault={fault}
      below={<p className="v-todo">{given.length ? say('orderIs') : say('putInOrder')}</p>}
    >
      <ol
        className="v-order"
        ref={list}
        onPointerMove={drag}
        onPointerUp={() => setDragged(null)}
        onPointerCancel={() => setDragged(null)}
      >
        {ids.map((id, at) => (
          <li key={id} data-dragged={dragged === id ? '' : undefined} onKeyDown={(e) => keys(e, id, at)}>
            <span
              className="v-handle"
              aria-hidden="true"
              onPointerDown={(e) => {
                list.current?.setPointerCapture(e.pointerId);
                setDragged(id);
              }}
            >
              ≡
            </span>
            <span className="v-place">{at + 1}</span>
            <span>{wordsOf(id)}</span>
            <select className="v-off" name={partField(block.id, id)} aria-label={wordsOf(id)} defaultValue="">
              <option value="">–</option>
              {ids.map((_, i) => (
                <option key={i} value={i + 1}>
                  {i + 1}
                </option>
              ))}
            </select>
            <button
              type="button"
              disabled={at === 0}
              aria-label={say('up', { what: wordsOf(id) })}
              onClick={() => move(id, at - 1)}
            >
              ↑
            </button>
            <button
              type="button"
              disabled={at === ids.length - 1}
              aria-label={say('down', { what: wordsOf(id) })}
              onClick={() => move(id, at + 1)}
            >
              ↓
            </button>
          </li>
        ))}
      </ol>
      {given.length === 0 && (
        <button type="button" className="v-skip" onClick={() => onAnswer(ids)}>
          {say('orderStands')}
        </button>
      )}
      <p className="v-said" role="status">
        {said}
      </p>
    </FieldGroup>
  );
}

export const order: VisitorKind<OrderView> = { Question: OrderQuestion, missing: anything('putInOrder') };
