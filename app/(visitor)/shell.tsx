import '@fontsource-variable/bricolage-grotesque/wght.css';
import '@fontsource-variable/figtree/wght.css';
import '@fontsource-variable/source-serif-4/wght.css';
import type { Metadata } from 'next';
import { headers } from 'next/headers';
import localFont from 'next/font/local';
import type { ReactNode } from 'react';
import { keepEarly } from '../../ui/early';
import { EarlyKeeper } from '../../ui/early-keeper';
import { ErrorReporter } from '../../ui/error-reporter';
import { isRightToLeft } from '../../visitor/languages/direction';
import { tellEscape } from '../../visitor/session/tell-escape';
import '../../visitor/visitor.css';

// The Latin parts are served with fallbacks of the same measures, so that nothing shifts when they arrive; other scripts come from the
// families of the same name when a text needs them.
const text = localFont({
  src: '../../node_modules/@fontsource-variable/figtree/files/figtree-latin-wght-normal.woff2',
  weight: '300 900',
  variable: '--font-text',
});
const grotesque = localFont({
  src: '../../node_modules/@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2',
  weight: '200 800',
  variable: '--font-grotesque',
  preload: false,
});
const serif = localFont({
  src: '../../node_modules/@fontsource-variable/source-serif-4/files/source-serif-4-latin-wght-normal.woff2',
  weight: '200 900',
  variable: '--font-serif',
  adjustFontFallback: 'Times New Roman',
  preload: false,
});

export const visitorMetadata: Metadata = { icons: '/icon.svg' };

/**
 * The document around a visitor's page.
 * @param language of the page: a screen reader chooses its voice by it
 */
export async function VisitorShell({ language, children }: { language: string; children: ReactNode }) {
  // Static pages have no nonce; their scripts are allowed by hash.
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    <html lang={language} dir={isRightToLeft(language) ? 'rtl' : 'ltr'}>
      <body style={{ margin: 0 }} className={`${text.variable} ${grotesque.variable} ${serif.variable}`}>
        <script nonce={nonce} dangerouslySetInnerHTML={{ __html: `${keepEarly(false)};${tellEscape}` }} />
        <EarlyKeeper />
        <ErrorReporter share={0.1} />
        {children}
      </body>
    </html>
  );
}
