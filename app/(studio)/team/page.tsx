import type { Metadata } from 'next';
import { patiently } from '../../../server/platform/patience';
import { teamOf } from '../../../server/accounts/team';
import { TeamScreen } from '../../../studio/team/team';
import { member } from '../../member';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Team' };

export default async function TeamPage() {
  const who = await member();
  return <TeamScreen first={await patiently(() => teamOf(who))} name={who.name} />;
}
