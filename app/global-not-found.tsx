import type { Metadata } from 'next';
import '../ui/tokens.css';

export const metadata: Metadata = {
  title: 'Nothing stands here · Yes Maybe',
  icons: '/icon.svg',
  robots: { index: false },
};

/** What stands at an address that belongs to no screen. */
export default function NothingHere() {
  return (
    <html lang="en">
      <body className="studio">
        <main style={{ padding: '64px 24px', maxWidth: 560, margin: '0 auto' }}>
          <h1 style={{ font: '700 34px/1.15 var(--heading)', marginBottom: 12 }}>Nothing stands at this address.</h1>
          <p>It may have moved, or a letter of it may be missing.</p>
          <p style={{ marginTop: 16 }}>
            <a href="/" style={{ color: 'inherit', fontWeight: 600 }}>
              Go to the start
            </a>
          </p>
        </main>
      </body>
    </html>
  );
}
