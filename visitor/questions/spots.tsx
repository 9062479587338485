import { type KeyboardEvent, useState } from 'react';
import { partField } from '../../core/flow/form-fields';
import type { SpotsView } from '../../core/flow/view';
import { useWords } from '../languages/words';
import type { VisitorKind } from './kind';
import { everyPart } from './missing';
import { type Asked, FieldGroup, partsIn } from './parts';

const STEP = 0.02;
const arrows: Record<string, [number, number]> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};

/** A place on the picture. */
const Numbered = ({ number, at: [x, y] }: { number: number; at: [number, number] }) => (
  <span className="v-spot" aria-hidden="true" style={{ left: `${x * 100}%`, top: `${y * 100}%` }}>
    {number}
  </span>
);

/** Places to name have a field each; a place to point at is a cross that is tapped into place or moved by arrow keys. */
function SpotsQuestion({ block, answer, fault, onAnswer }: Asked<SpotsView>) {
  const { say } = useWords();
  const given = partsIn(answer);
  const pointed = block.spots.filter((s) => !s.at);
  const named = block.spots.filter((s) => s.at);
  const [active, setActive] = useState(pointed[0]?.id ?? '');
  const pointOf = (id: string): [number, number] | null => {
    const [x, y] = Array.isArray(given[id]) ? given[id] : [];
    return typeof x === 'number' && typeof y === 'number' ? [x, y] : null;
  };
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
      {/* For the pointer; the buttons below do the same by keys. */}
      {/* eslint-disable-next-line jsx-a11y/click-events-have-key-events, jsx-a11y/no-static-element-interactions */}
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
        {named.map((s, i) => s.at && <Numbered key={s.id} number={i + 1} at={s.at} />)}
        {pointed.map((s, i) => {
          const point = pointOf(s.id);
          return point && <Numbered key={s.id} number={i + 1} at={point} />;
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
            value={String(given[s.id] ?? '')}
            maxLength={300}
            onChange={(e) => onAnswer({ ...given, [s.id]: e.target.value })}
          />
        </label>
      ))}
    </FieldGroup>
  );
}

export const spots: VisitorKind<SpotsView> = {
  Question: SpotsQuestion,
  missing: everyPart((block) => block.spots.map((spot) => spot.id)),
};
