'use client';
/** Places on a picture, put down with a click and moved by mouse or arrow keys: to be named, or to be pointed at. */
import { X } from 'lucide-react';
import { type KeyboardEvent, useRef, useState } from 'react';
import styled from 'styled-components';
import type { Spots } from '../../core/schema/quiz';
import { Choose, TextButton } from '../../ui/controls';
import { useDocumentStore } from '../document';
import { addToList, newId, placeOfBlock, removeFromList, setFields } from '../edits/edits';
import { AcceptLine } from '../fields/accept-line';
import { type Cursor, useFocusLater } from '../fields/cursor';
import { TextField } from '../fields/text-field';
import { NumberField } from '../fields/number-field';
import { PictureButton } from '../fields/picture';
import { Row } from '../shared/sheet';
import { Forgiven } from './forgiven';
import { lineField } from './lines';
import type { StudioKind } from './kind';

type Spot = Spots['spots'][number];

const Board = styled.div`
  position: relative;
  margin: 8px 0;
  line-height: 0;
  cursor: crosshair;
  touch-action: none;
  img {
    width: 100%;
    user-select: none;
    -webkit-user-drag: none;
  }
  button {
    position: absolute;
    transform: translate(-50%, -50%);
    width: 26px;
    height: 26px;
    border-radius: 50%;
    border: 2px solid var(--ink);
    background: var(--saffron);
    color: #1d2430;
    font: 700 13px/20px var(--text);
    padding: 0;
    cursor: grab;
  }
  i {
    position: absolute;
    transform: translate(-50%, -50%);
    border: 2px solid var(--ink);
    background: color-mix(in srgb, var(--saffron) 28%, transparent);
    pointer-events: none;
  }
`;

/** Where the middle of a spot is, in 0..1. */
function middle(spot: Spot): [number, number] {
  const region = spot.region;
  if (!region) return spot.at ?? [0.5, 0.5];
  if ('points' in region) {
    const n = region.points.length;
    return [region.points.reduce((s, p) => s + p[0], 0) / n, region.points.reduce((s, p) => s + p[1], 0) / n];
  }
  return 'r' in region ? [region.x, region.y] : [region.x + region.width / 2, region.y + region.height / 2];
}

const within = (n: number) => Math.min(1, Math.max(0, Number(n.toFixed(4))));

/** The spot with its middle elsewhere. */
function movedTo(spot: Spot, x: number, y: number): Partial<Spot> {
  const region = spot.region;
  if (!region) return { at: [within(x), within(y)] };
  if ('points' in region) {
    const [mx, my] = middle(spot);
    return { region: { points: region.points.map(([px, py]) => [within(px + x - mx), within(py + y - my)]) } };
  }
  if ('r' in region) return { region: { ...region, x: within(x), y: within(y) } };
  return {
    region: {
      ...region,
      x: Math.min(1 - region.width, within(x - region.width / 2)),
      y: Math.min(1 - region.height, within(y - region.height / 2)),
    },
  };
}

function SpotsPart({ question, cursor }: { question: Spots; cursor: Cursor | null }) {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const board = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<{ id: string; x: number; y: number } | null>(null);
  const at = placeOfBlock(store.getState().quiz, question.id);
  const points = question.spots.length > 0 && question.spots.every((s) => s.region);
  const change = (spot: Spot, part: Partial<Spot>, join?: string) => {
    store.getState().edit(setFields('set-spot', [...at, 'spots', spot.id], spot, part), join);
  };
  const place = (event: { clientX: number; clientY: number }): [number, number] => {
    const box = board.current?.getBoundingClientRect();
    if (!box) return [0.5, 0.5];
    return [within((event.clientX - box.left) / box.width), within((event.clientY - box.top) / box.height)];
  };
  const put = (x: number, y: number) => {
    const spot: Spot = points ? { id: newId('s'), region: { x, y, r: 0.08 } } : { id: newId('s'), at: [x, y] };
    store.getState().edit(addToList(at, 'spots', question.spots.at(-1)?.id ?? null, [spot]));
    focusLater(lineField(spot.id));
  };
  const keys = (event: KeyboardEvent, spot: Spot) => {
    const by = event.shiftKey ? 0.05 : 0.01;
    const [x, y] = middle(spot);
    const to: Record<string, [number, number]> = {
      ArrowLeft: [x - by, y],
      ArrowRight: [x + by, y],
      ArrowUp: [x, y - by],
      ArrowDown: [x, y + by],
    };
    const [nx, ny] = to[event.key] ?? [];
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      store.getState().edit(removeFromList(at, 'spots', spot.id));
    } else if (nx !== undefined && ny !== undefined) {
      event.preventDefault();
      change(spot, movedTo(spot, within(nx), within(ny)), `place ${spot.id}`);
    }
  };
  const finish = () => {
    const spot = question.spots.find((s) => s.id === held?.id);
    if (spot && held) change(spot, movedTo(spot, held.x, held.y));
    setHeld(null);
  };
  return (
    <>
      <Row
        margin={
          question.picture && (
            <span>Click on the picture to put a place there. Arrow keys move it, Delete takes it away.</span>
          )
        }
      >
        <PictureButton at={() => at} picture={question.picture} of="the question" />
        {question.picture && (
          <Board
            ref={board}
            onClick={(event) => event.target instanceof HTMLImageElement && put(...place(event))}
            onPointerMove={(event) => {
              if (!held) return;
              const [x, y] = place(event);
              setHeld({ ...held, x, y });
            }}
            onPointerUp={finish}
          >
            <img src={question.picture.src} alt={question.picture.text} draggable={false} />
            {question.spots.map((spot, i) => {
              const [x, y] = held?.id === spot.id ? [held.x, held.y] : middle(spot);
              const shape =
                spot.region && 'r' in spot.region
                  ? { width: `${spot.region.r * 200}%`, aspectRatio: '1', borderRadius: '50%' }
                  : spot.region && 'width' in spot.region
                    ? { width: `${spot.region.width * 100}%`, height: `${spot.region.height * 100}%` }
                    : null;
              return (
                <span key={spot.id} data-option={spot.id}>
                  {shape && <i style={{ left: `${x * 100}%`, top: `${y * 100}%`, ...shape }} />}
                  <button
                    type="button"
                    style={{ left: `${x * 100}%`, top: `${y * 100}%` }}
                    aria-label={`Place ${i + 1}${spot.text ? `, ${spot.text}` : ''}, ${Math.round(x * 100)} from the left, ${Math.round(y * 100)} from the top`}
                    onKeyDown={(event) => keys(event, spot)}
                    onPointerDown={(event) => {
                      board.current?.setPointerCapture(event.pointerId);
                      setHeld({ id: spot.id, x, y });
                    }}
                  >
                    {i + 1}
                  </button>
                </span>
              );
            })}
          </Board>
        )}
      </Row>
      {question.spots.map((spot, i) => (
        <Row
          key={spot.id}
          option={spot.id}
          active={cursor?.option === spot.id}
          gutter={<span style={{ color: 'var(--ink-3)', fontSize: 13 }}>{i + 1}</span>}
          margin={
            <div style={{ display: 'flex', gap: '4px 12px', flexWrap: 'wrap', alignItems: 'center' }}>
              {cursor?.option === spot.id ? (
                <Choose
                  label={`What a visitor does with place ${i + 1}`}
                  value={spot.region ? 'point' : 'name'}
                  options={[
                    { id: 'name', label: 'is named' },
                    { id: 'point', label: 'is pointed at' },
                  ]}
                  onChange={(to) => {
                    const [x, y] = middle(spot);
                    change(
                      spot,
                      to === 'point'
                        ? { at: undefined, accept: undefined, region: { x, y, r: 0.08 } }
                        : { region: undefined, at: [x, y] },
                    );
                  }}
                />
              ) : (
                <span>{spot.region ? 'is pointed at' : 'is named'}</span>
              )}
              {spot.region && 'r' in spot.region && cursor?.option === spot.id && (
                <NumberField
                  label="width in percent"
                  value={Math.round(spot.region.r * 200)}
                  above={0}
                  onChange={(to) => {
                    const region = spot.region;
                    if (to !== undefined && to <= 100 && region && 'r' in region)
                      change(spot, { region: { ...region, r: to / 200 } }, `size ${spot.id}`);
                  }}
                />
              )}
              {cursor?.option === spot.id && (
                <TextButton
                  aria-label={`Remove place ${i + 1}`}
                  onPress={() => store.getState().edit(removeFromList(at, 'spots', spot.id))}
                >
                  <X size={14} />
                </TextButton>
              )}
            </div>
          }
        >
          <TextField
            label={spot.region ? `What to point at, place ${i + 1}` : `Hint to place ${i + 1}`}
            field={lineField(spot.id)}
            value={spot.text ?? ''}
            placeholder={spot.region ? 'What is to be found there' : 'A word to help, if needed'}
            onChange={(to) => change(spot, { text: to || undefined }, `text ${spot.id}`)}
          />
          {!spot.region && (
            <AcceptLine
              label={`Accepted names of place ${i + 1}`}
              accept={spot.accept}
              onChange={(accept) => change(spot, { accept }, `accept ${spot.id}`)}
            />
          )}
        </Row>
      ))}
      {cursor && question.spots.some((s) => !s.region) && (
        <Row>
          <Forgiven question={question} />
        </Row>
      )}
    </>
  );
}

export const spots: StudioKind<Spots> = {
  Body: SpotsPart,
  hasOwnPicture: true,
  firstField: ({ spots: [first] }) => first && lineField(first.id),
};
