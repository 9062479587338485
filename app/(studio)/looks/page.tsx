import type { Metadata } from 'next';
import { listLooks } from '../../../server/editing/looks';
import { patiently } from '../../../server/platform/patience';
import { LooksScreen } from '../../../studio/looks/looks';
import { member } from '../../member';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Looks' };

export default async function LooksPage() {
  const who = await member();
  return (
    <LooksScreen first={await patiently(() => listLooks(who))} mayChange={who.role !== 'reader' && !who.isLimited} />
  );
}
