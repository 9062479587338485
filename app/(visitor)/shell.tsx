import type { Metadata } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { keepEarly } from '../../ui/early';
import { EarlyKeeper } from '../../ui/early-keeper';
import { ErrorReporter } from '../../ui/error-reporter';
import { isRightToLeft } from '../../visitor/languages/direction';
import { tellEscape } from '../../visitor/session/tell-escape';
import '../../visitor/visitor.css';
import '../../visitor/look/looks.css';

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
      <body style={{ margin: 0 }}>
        <script nonce={nonce} dangerouslySetInnerHTML={{ __html: `${keepEarly(false)};${tellEscape}` }} />
        <EarlyKeeper />
        <ErrorReporter share={0.1} />
        {children}
      </body>
    </html>
  );
}
