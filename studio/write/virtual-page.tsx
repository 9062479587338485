'use client';
/** Of a long manuscript only the pages near what is seen are drawn; the others keep their place by their height. */
import { type ReactNode, useEffect, useRef, useState } from 'react';

/** Pages are drawn this far above and below what is seen, so that neither scrolling nor the Tab key outruns them. */
const MARGIN = '1200px 0px';
/** Height of a page that was never drawn. */
const GUESS = 300;

/** With more pages than this, a manuscript is long. */
export const LONG = 24;
/** So many pages are drawn before anything is known of what is seen. */
export const FIRST = 6;

export function VirtualPage({
  page,
  name,
  drawn,
  keep,
  children,
}: {
  page: string;
  name: string;
  /** Whether it is drawn to begin with. */
  drawn: boolean;
  /** It has the cursor, and stays. */
  keep: boolean;
  children: ReactNode;
}) {
  const box = useRef<HTMLDivElement>(null);
  const height = useRef(GUESS);
  const [near, setNear] = useState(drawn);
  useEffect(() => {
    const place = box.current;
    if (!place) return;
    const watch = new IntersectionObserver(
      ([entry]) => {
        if (!entry) return;
        if (!entry.isIntersecting && place.childElementCount) height.current = entry.boundingClientRect.height;
        setNear(entry.isIntersecting);
      },
      { root: place.closest('#sheet'), rootMargin: MARGIN },
    );
    watch.observe(place);
    return () => watch.disconnect();
  }, []);
  const shown = near || keep;
  return (
    <div
      ref={box}
      // Contain layout, so that a change on one page does not lay out the others.
      style={{ contain: 'layout style', ...(shown ? {} : { height: height.current }) }}
      {...(shown ? {} : { 'data-page': page, role: 'group', 'aria-label': name })}
    >
      {shown ? children : null}
    </div>
  );
}
