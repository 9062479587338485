import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { memberOf } from '../../../server/accounts/auth';
import { readGift } from '../../../server/editing/gifts';
import { patiently } from '../../../server/platform/patience';
import { TakeCopy } from '../../../studio/account/take-copy';

export const dynamic = 'force-dynamic';
// The address is a secret: nothing that is linked here is to learn it.
export const metadata: Metadata = { title: 'A quiz for you', referrer: 'no-referrer', robots: { index: false } };

export default async function CopyPage({ searchParams }: { searchParams: Promise<{ key?: string | string[] }> }) {
  const { key: given } = await searchParams;
  const key = typeof given === 'string' ? given.slice(0, 100) : '';
  const asked = await headers();
  const [gift, who] = await patiently(() => Promise.all([readGift(key), memberOf(asked)]));
  return <TakeCopy giftKey={key} gift={gift} workspace={who?.workspace ?? null} />;
}
