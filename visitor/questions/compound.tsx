/** Questions of several parts: put in order, match, fill the gaps, a grid, places in a picture. All of them work by keys and taps alone. */
import { type KeyboardEvent, type PointerEvent, useId, useRef, useState } from 'react';
import { partField } from '../../core/flow/form-fields';
import type { GapsView, GridView, MatchView, OrderView, SpotsView } from '../../core/flow/view';
import { type Answer, partOf } from '../../core/scoring/answer';
import { Rich } from '../../ui/rich';
import { useWords } from '../words';
import { type Asked, FieldGroup } from './parts';

type Parts = Record<string, string | string[] | [number, number]>;
const partsIn = (answer: Answer | undefined): Parts =>
  typeof answer === 'object' && !Array.isArray(answer) ? (answer as Parts) : {};

/** Items are moved by their buttons, by Alt and arrows, or by dragging. */
export function OrderQuestion({ block, answer, fault, onAnswer }: Asked<OrderView>) {
  const { say } = useWords();
  const given = Array.isArray(answer) ? (answer as string[]) : [];
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

export function MatchQuestion({ block, answer, fault, onAnswer }: Asked<MatchView>) {
  const { say } = useWords();
  const id = useId();
  const given = partsIn(answer);
  return (
    <FieldGroup block={block} fault={fault}>
      <div className="v-match">
        {block.lefts.map((left) => (
          <div key={left.id} className="v-pair">
            <label htmlFor={`${id}-${left.id}`}>
              {left.picture && (
                <img src={left.picture.src} alt={left.text ? '' : left.picture.text} width={96} height={60} />
              )}
              {left.text}
            </label>
            <select
              id={`${id}-${left.id}`}
              className="v-answer"
              name={partField(block.id, left.id)}
              required={block.required}
              value={String(given[left.id] ?? '')}
              onChange={(e) => onAnswer({ ...given, [left.id]: e.target.value })}
            >
              <option value="">{say('goesWith')}</option>
              {block.rights.map((right) => (
                <option key={right.id} value={right.id}>
                  {right.text || right.picture?.text}
                </option>
              ))}
            </select>
          </div>
        ))}
      </div>
    </FieldGroup>
  );
}

export function GapsQuestion({ block, answer, fault, onAnswer }: Asked<GapsView>) {
  const { say } = useWords();
  const given = partsIn(answer);
  return (
    <FieldGroup block={block} fault={fault}>
      <div className="v-words v-gaps">
        <Rich
          text={block.text}
          gap={(gap) => (
            <input
              aria-label={say('gap', { n: block.gaps.indexOf(gap) + 1 })}
              name={partField(block.id, gap)}
              required={block.required}
              value={String(given[gap] ?? '')}
              maxLength={300}
              size={Math.max(8, String(given[gap] ?? '').length + 1)}
              onChange={(e) => onAnswer({ ...given, [gap]: e.target.value })}
            />
          )}
        />
      </div>
    </FieldGroup>
  );
}

export function GridQuestion({ block, answer, fault, onAnswer }: Asked<GridView>) {
  const given = partsIn(answer);
  const many = block.pick === 'many';
  const chosen = (row: string): string[] => (partOf(given, row) as string[] | undefined) ?? [];
  const pick = (row: string, column: string, on: boolean) => {
    const columns = many
      ? block.columns.map((c) => c.id).filter((c) => (c === column ? on : chosen(row).includes(c)))
      : [column];
    onAnswer({ ...given, [row]: columns });
  };
  return (
    <FieldGroup block={block} fault={fault}>
      <div className="v-grid" role="presentation">
        {block.rows.map((row) => (
          <fieldset key={row.id}>
            <legend>{row.text}</legend>
            <div>
              {block.columns.map((column) => (
                <label key={column.id}>
                  <input
                    type={many ? 'checkbox' : 'radio'}
                    name={partField(block.id, row.id)}
                    value={column.id}
                    required={!many && block.required}
                    checked={chosen(row.id).includes(column.id)}
                    onChange={(e) => pick(row.id, column.id, e.target.checked)}
                  />
                  <span className="v-disc" aria-hidden="true" />
                  <span>{column.text}</span>
                </label>
              ))}
            </div>
          </fieldset>
        ))}
      </div>
    </FieldGroup>
  );
}

const STEP = 0.02;
const arrows: Record<string, [number, number]> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};

/** Places to name have a field each; a place to point at is a cross that is tapped into place or moved by arrow keys. */
export function SpotsQuestion({ block, answer, fault, onAnswer }: Asked<SpotsView>) {
  const { say } = useWords();
  const given = partsIn(answer);
  const pointed = block.spots.filter((s) => !s.at);
  const named = block.spots.filter((s) => s.at);
  const [active, setActive] = useState(pointed[0]?.id ?? '');
  const pointOf = (id: string): [number, number] | null =>
    Array.isArray(given[id]) && given[id].length === 2 ? (given[id] as [number, number]) : null;
  const put = (id: string, x: number, y: number) => {
    const within = (n: number) => Math.min(1, Math.max(0, Math.round(n * 1000) / 1000));
    onAnswer({ ...given, [id]: [within(x), within(y)] });
  };
  const keys = (event: KeyboardEvent, id: string) => {
    const [dx, dy] = arrows[event.key] ?? [0, 0];
    if (dx === 0 && dy === 0) return;
    event.preventDefault();
    const [x, y] = pointOf(id) ?? [0.5, 0.5];
    put(id, x + dx, y + dy);
  };
  return (
    <FieldGroup block={block} fault={fault}>
      <div
        className="v-spots"
        onClick={(event) => {
          if (!active) return;
          const box = event.currentTarget.getBoundingClientRect();
          put(active, (event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height);
          const next = pointed.find((s) => s.id !== active && !pointOf(s.id));
          if (next) setActive(next.id);
        }}
      >
        {block.picture && <img src={block.picture.src} alt={block.picture.text} width={640} height={320} />}
        {named.map((s, i) => (
          <span
            key={s.id}
            className="v-spot"
            aria-hidden="true"
            style={{ left: `${(s.at?.[0] ?? 0) * 100}%`, top: `${(s.at?.[1] ?? 0) * 100}%` }}
          >
            {i + 1}
          </span>
        ))}
        {pointed.map((s, i) => {
          const point = pointOf(s.id);
          return point ? (
            <span
              key={s.id}
              className="v-spot"
              aria-hidden="true"
              style={{ left: `${point[0] * 100}%`, top: `${point[1] * 100}%` }}
            >
              {i + 1}
            </span>
          ) : null;
        })}
      </div>
      {pointed.map((s, i) => {
        const point = pointOf(s.id);
        return (
          <button
            key={s.id}
            type="button"
            className="v-place-it"
            aria-pressed={active === s.id}
            onClick={() => setActive(s.id)}
            onKeyDown={(e) => keys(e, s.id)}
          >
            {i + 1}. {s.text ?? say('placeIt')}{' '}
            <small>
              {point
                ? say('placedAt', { x: Math.round(point[0] * 100), y: Math.round(point[1] * 100) })
                : say('tapOrArrows')}
            </small>
          </button>
        );
      })}
      {pointed.map((s, i) => (
        <span key={s.id} className="v-off">
          {i + 1}. {s.text} →{' '}
          <input name={partField(block.id, s.id, 'x')} type="number" min={0} max={100} aria-label="→ %" /> ↓{' '}
          <input name={partField(block.id, s.id, 'y')} type="number" min={0} max={100} aria-label="↓ %" /> %
        </span>
      ))}
      {named.map((s, i) => (
        <label key={s.id} className="v-field">
          {i + 1}
          {s.text && `. ${s.text}`}
          <input
            name={partField(block.id, s.id)}
            value={typeof given[s.id] === 'string' ? (given[s.id] as string) : ''}
            maxLength={300}
            onChange={(e) => onAnswer({ ...given, [s.id]: e.target.value })}
          />
        </label>
      ))}
    </FieldGroup>
  );
}
