import '@fontsource-variable/bricolage-grotesque/wght.css';
import '@fontsource-variable/figtree/wght.css';
import '@fontsource-variable/source-serif-4/wght.css';
import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { keepEarly } from '../../ui/early';
import { EarlyKeeper } from '../../ui/early-keeper';
import { StyleRegistry } from '../../ui/registry';
import '../../ui/tokens.css';
import '../../visitor/visitor.css';

export const metadata: Metadata = { title: { default: 'Yes Maybe', template: '%s · Yes Maybe' }, icons: '/icon.svg' };

export default function StudioLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en">
      <body className="studio">
        <script dangerouslySetInnerHTML={{ __html: keepEarly(true) }} />
        <EarlyKeeper />
        <StyleRegistry>{children}</StyleRegistry>
      </body>
    </html>
  );
}
