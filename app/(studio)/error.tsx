'use client';
import { PrimaryButton } from '../../ui/controls';

/** What stands in place of a screen that could not be made. The failure itself is in the server's log (`instrumentation.ts`). */
export default function NotJustNow({ retry }: { error: Error; retry: () => void }) {
  return (
    <main style={{ padding: '64px 24px', maxWidth: 560, margin: '0 auto' }}>
      <title>This did not work just now. · Yes Maybe</title>
      <h1 style={{ font: '700 34px/1.15 var(--heading)', marginBottom: 12 }}>This did not work just now.</h1>
      <p role="alert">Nothing is lost: what you wrote is kept. The fault is ours, and it is written down.</p>
      <p style={{ marginTop: 20 }}>
        <PrimaryButton onPress={retry}>Try again</PrimaryButton>
      </p>
    </main>
  );
}
