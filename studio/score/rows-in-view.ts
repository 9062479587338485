import { useVirtualizer } from '@tanstack/react-virtual';
import { type RefObject, useCallback, useLayoutEffect, useRef } from 'react';
import type { GridRow } from './cells';

/** Heights of a row and of the line above it that names its question, and what the headings and the footer cover of the view. px */
const ROW = 26;
const QUESTION = 30;
const HEADINGS = 92;
const FOOTER = 112;
/** So many rows are drawn beyond what is seen, so that scrolling does not outrun them. */
const SPARE = 24;
/** What is drawn before the size of the view is known. */
const FIRST = { width: 800, height: 800 };

/**
 * The rows of the grid that are near what is seen, and the heights of those before and behind them, in px. The active row is brought into view
 * where it moves.
 */
export function useRowsInView(table: RefObject<HTMLTableElement | null>, rows: GridRow[], active: number) {
  // Recreate the virtualizer with the rows, so that heights are measured again.
  const keyOf = useCallback((i: number) => rows[i]?.of.at.join() ?? i, [rows]);
  // Restore the scroll position, because attaching the virtualizer scrolls to the start.
  const scrolled = useRef(0);
  useLayoutEffect(() => void (scrolled.current = table.current?.parentElement?.scrollTop ?? 0), [table]);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => table.current?.parentElement ?? null,
    estimateSize: (i) => (rows[i]?.first ? ROW + QUESTION : ROW),
    getItemKey: keyOf,
    overscan: SPARE,
    initialRect: FIRST,
    scrollMargin: HEADINGS,
    scrollPaddingStart: HEADINGS,
    scrollPaddingEnd: FOOTER,
  });
  useLayoutEffect(() => {
    if (scrolled.current > 0) table.current?.parentElement?.scrollTo(0, scrolled.current);
  }, [table]);
  const stood = useRef(active);
  useLayoutEffect(() => {
    // Scroll only when the active cell moves, not at mount and not when rows are added.
    if (stood.current === active) return;
    stood.current = active;
    virtual.scrollToIndex(active, { align: 'auto' });
  }, [active, virtual]);
  const items = virtual.getVirtualItems();
  const [first, last] = [items[0], items.at(-1)];
  return {
    first: first?.index ?? 0,
    last: last?.index ?? -1,
    above: first ? first.start - HEADINGS : 0,
    below: last ? virtual.getTotalSize() - (last.end - HEADINGS) : 0,
  };
}
