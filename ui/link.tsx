'use client';
import NextLink from 'next/link';
import { type ComponentProps, useState } from 'react';

/** A link within the studio. What it leads to is fetched as soon as somebody points at it, and not for every link that is seen. */
export function Link(props: ComponentProps<typeof NextLink>) {
  const [isMeant, setMeant] = useState(false);
  const mean = () => setMeant(true);
  return <NextLink prefetch={isMeant ? null : false} onPointerEnter={mean} onFocus={mean} {...props} />;
}
