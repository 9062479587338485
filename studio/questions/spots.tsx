'use client';
/** Places on a picture, put down with a click and moved by mouse or arrow keys: to be named, or to be pointed at. */
import { Faint } from '../../ui/text';
import { X } from 'lucide-react';
import { type CSSProperties, type KeyboardEvent, useRef, useState } from 'react';
import styled from 'styled-components';
import type { Picture, Spots } from '../../core/schema/quiz';
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
import { middle, movedTo, nudged, RADIUS, type Spot, within } from './spot-places';

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

type Change = (spot: Spot, part: Partial<Spot>, join?: string) => void;

function SpotsPart({ question, cursor }: { question: Spots; cursor: Cursor | null }) {
  const store = useDocumentStore();
  const at = placeOfBlock(store.getState().quiz, question.id);
  const change: Change = (spot, part, join) =>
    store.getState().edit(setFields('set-spot', [...at, 'spots', spot.id], spot, part), join);
  const remove = (spot: Spot) => store.getState().edit(removeFromList(at, 'spots', spot.id));
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
          <SpotBoard question={question} picture={question.picture} change={change} remove={remove} />
        )}
      </Row>
      {question.spots.map((spot, i) => (
        <SpotRow
          key={spot.id}
          spot={spot}
          number={i + 1}
          isOpen={cursor?.option === spot.id}
          change={change}
          remove={remove}
        />
      ))}
      {cursor && question.spots.some((s) => !s.region) && (
        <Row>
          <Forgiven question={question} />
        </Row>
      )}
    </>
  );
}

type BoardProps = { question: Spots; picture: Picture; change: Change; remove: (spot: Spot) => void };

/** The picture, on which places are put and moved. */
function SpotBoard({ question, picture, change, remove }: BoardProps) {
  const store = useDocumentStore();
  const focusLater = useFocusLater();
  const board = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<{ id: string; x: number; y: number } | null>(null);
  const place = (event: { clientX: number; clientY: number }): [number, number] => {
    const box = board.current?.getBoundingClientRect();
    if (!box) return [0.5, 0.5];
    return [within((event.clientX - box.left) / box.width), within((event.clientY - box.top) / box.height)];
  };
  const put = (x: number, y: number) => {
    const isPointedAt = question.spots.length > 0 && question.spots.every((s) => s.region);
    const where = isPointedAt ? { region: { x, y, r: RADIUS } } : { at: [x, y] as [number, number] };
    const spot: Spot = { id: newId('s'), ...where };
    const at = placeOfBlock(store.getState().quiz, question.id);
    store.getState().edit(addToList(at, 'spots', question.spots.at(-1)?.id ?? null, [spot]));
    focusLater(lineField(spot.id));
  };
  const keys = (event: KeyboardEvent, spot: Spot) => {
    const to = nudged(spot, event.key, event.shiftKey);
    const isGone = event.key === 'Delete' || event.key === 'Backspace';
    if (!to && !isGone) return;
    event.preventDefault();
    if (to) change(spot, to, `place ${spot.id}`);
    else remove(spot);
  };
  const finish = () => {
    const spot = question.spots.find((s) => s.id === held?.id);
    if (spot && held) change(spot, movedTo(spot, held.x, held.y));
    setHeld(null);
  };
  return (
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
      <img src={picture.src} alt={picture.text} draggable={false} />
      {question.spots.map((spot, i) => {
        const [x, y] = held?.id === spot.id ? [held.x, held.y] : middle(spot);
        const where = { left: `${x * 100}%`, top: `${y * 100}%` };
        const shape = shapeOf(spot);
        return (
          <span key={spot.id} data-option={spot.id}>
            {shape && <i style={{ ...where, ...shape }} />}
            <button
              type="button"
              style={where}
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
  );
}

/** What is drawn of a circle or a box; of other shapes nothing is. */
function shapeOf({ region }: Spot): CSSProperties | null {
  if (!region) return null;
  if ('r' in region) return { width: `${region.r * 200}%`, aspectRatio: '1', borderRadius: '50%' };
  return 'width' in region ? { width: `${region.width * 100}%`, height: `${region.height * 100}%` } : null;
}

type RowProps = { spot: Spot; number: number; isOpen: boolean; change: Change; remove: (spot: Spot) => void };

function SpotRow({ spot, number, isOpen, change, remove }: RowProps) {
  return (
    <Row
      option={spot.id}
      active={isOpen}
      gutter={<Faint $small>{number}</Faint>}
      margin={<SpotMargin {...{ spot, number, isOpen, change, remove }} />}
    >
      <TextField
        label={spot.region ? `What to point at, place ${number}` : `Hint to place ${number}`}
        field={lineField(spot.id)}
        value={spot.text ?? ''}
        placeholder={spot.region ? 'What is to be found there' : 'A word to help, if needed'}
        onChange={(to) => change(spot, { text: to || undefined }, `text ${spot.id}`)}
      />
      {!spot.region && (
        <AcceptLine
          label={`Accepted names of place ${number}`}
          accept={spot.accept}
          onChange={(accept) => change(spot, { accept }, `accept ${spot.id}`)}
        />
      )}
    </Row>
  );
}

const Margin = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
`;

/** What a visitor does with a place, and how large it is. */
function SpotMargin({ spot, number, isOpen, change, remove }: RowProps) {
  const { region } = spot;
  if (!isOpen) return <Margin>{region ? 'is pointed at' : 'is named'}</Margin>;
  return (
    <Margin>
      <Choose
        label={`What a visitor does with place ${number}`}
        value={region ? 'point' : 'name'}
        options={[
          { id: 'name', label: 'is named' },
          { id: 'point', label: 'is pointed at' },
        ]}
        onChange={(to) => {
          const [x, y] = middle(spot);
          const pointed = { at: undefined, accept: undefined, region: { x, y, r: RADIUS } };
          change(spot, to === 'point' ? pointed : { region: undefined, at: [x, y] });
        }}
      />
      {region && 'r' in region && (
        <NumberField
          label="width in percent"
          value={Math.round(region.r * 200)}
          above={0}
          onChange={(to) => {
            if (to !== undefined && to <= 100) change(spot, { region: { ...region, r: to / 200 } }, `size ${spot.id}`);
          }}
        />
      )}
      <TextButton aria-label={`Remove place ${number}`} onPress={() => remove(spot)}>
        <X size={14} />
      </TextButton>
    </Margin>
  );
}

export const spots: StudioKind<Spots> = {
  Body: SpotsPart,
  hasOwnPicture: true,
  firstField: ({ spots: [first] }) => first && lineField(first.id),
};
