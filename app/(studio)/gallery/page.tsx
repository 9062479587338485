import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { readConfig } from '../../../server/platform/config';
import { Gallery } from '../../../studio/gallery/gallery';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Gallery' };

/** In development and in the demo alone. */
export default function GalleryPage() {
  if (process.env.NODE_ENV === 'production' && !readConfig().demo) notFound();
  return <Gallery />;
}
