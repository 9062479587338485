import '@fontsource-variable/figtree/wght.css';
import '@fontsource-variable/bricolage-grotesque/wght.css';
import '@fontsource-variable/source-serif-4/wght.css';
import '@fontsource-variable/outfit/wght.css';
import '@fontsource-variable/caveat/wght.css';
import '@fontsource-variable/nunito/wght.css';
import '@fontsource-variable/bitter/wght.css';
import '@fontsource-variable/oswald/wght.css';
import '@fontsource-variable/red-hat-mono/wght.css';
import '@fontsource-variable/fredoka/wght.css';
import type { Metadata } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { keepEarly } from '../../ui/early';
import { EarlyKeeper } from '../../ui/early-keeper';
import { ErrorReporter } from '../../ui/error-reporter';
import { StyleRegistry } from '../../ui/registry';
import '../../ui/tokens.css';
import '../../visitor/visitor.css';
import '../../visitor/look/looks.css';

export const metadata: Metadata = { title: { default: 'Yes Maybe', template: '%s · Yes Maybe' }, icons: '/icon.svg' };

export default async function StudioLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    <html lang="en">
      <body className="studio">
        <script nonce={nonce} dangerouslySetInnerHTML={{ __html: keepEarly(true) }} />
        <EarlyKeeper />
        <ErrorReporter share={1} />
        <StyleRegistry>{children}</StyleRegistry>
      </body>
    </html>
  );
}
