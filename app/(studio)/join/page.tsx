import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { memberOf } from '../../../server/accounts/auth';
import { readInvitation } from '../../../server/accounts/team';
import { Join } from '../../../studio/account/join';

export const dynamic = 'force-dynamic';
// The address is a secret: nothing that is linked here is to learn it.
export const metadata: Metadata = { title: 'An invitation', referrer: 'no-referrer', robots: { index: false } };

export default async function JoinPage({ searchParams }: { searchParams: Promise<{ with?: string | string[] }> }) {
  const { with: given } = await searchParams;
  const token = typeof given === 'string' ? given.slice(0, 200) : '';
  const [invitation, who] = await Promise.all([readInvitation(token), memberOf(await headers())]);
  return <Join token={token} invitation={invitation} signedInAs={who?.email ?? null} />;
}
