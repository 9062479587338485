import '@fontsource-variable/bricolage-grotesque/wght.css';
import '@fontsource-variable/figtree/wght.css';
import '@fontsource-variable/source-serif-4/wght.css';
import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import '../../visitor/visitor.css';

export const metadata: Metadata = { icons: '/icon.svg' };

export default function VisitorLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en">
      <body style={{ margin: 0 }}>{children}</body>
    </html>
  );
}
