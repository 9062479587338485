'use client';
/** Drawing a new way: from the box of a page to that of another, with the mouse, a pen or a finger. By keyboard, a sentence is added instead. */
import { type PointerEvent, useState } from 'react';
import type { Page } from '../../core/schema/quiz';

type Drawing = {
  /** The page at a height of the drawing, by its place in the quiz; null where there is none. */
  pageAt: (y: number) => number | null;
  /** The box was only pressed. */
  onPress: (page: number) => void;
  onDrawn: (from: number, to: number) => void;
};

export function useDrawnWay({ pageAt, onPress, onDrawn }: Drawing) {
  const [way, setWay] = useState<{ from: number; at: number } | null>(null);
  const heightOf = (event: PointerEvent) =>
    event.clientY - (event.currentTarget.closest('svg')?.getBoundingClientRect().top ?? 0);
  const end = way && pageAt(way.at);
  return {
    /** Where the way begins, and how far down it is drawn. */
    from: way && end !== way.from ? way.from : null,
    at: way?.at ?? 0,
    /** The page it would lead to now. */
    over: way && end !== way.from ? end : null,
    onNode: (page: number, { stage }: Page) =>
      stage === 'ask'
        ? {
            onPointerDown: (event: PointerEvent) => {
              event.currentTarget.closest('svg')?.setPointerCapture(event.pointerId);
              setWay({ from: page, at: heightOf(event) });
            },
          }
        : {},
    onDrawing: {
      onPointerMove: (event: PointerEvent) => way && setWay({ ...way, at: heightOf(event) }),
      onPointerCancel: () => setWay(null),
      onPointerUp: (event: PointerEvent) => {
        if (!way) return;
        const to = pageAt(heightOf(event));
        setWay(null);
        if (to === way.from) onPress(to);
        else if (to !== null) onDrawn(way.from, to);
      },
    },
  };
}
