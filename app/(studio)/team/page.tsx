import type { Metadata } from 'next';
import { patiently } from '../../../server/platform/patience';
import { teamOf } from '../../../server/accounts/team';
import { hostNamesOf } from '../../../server/publishing/host-names';
import { TeamScreen } from '../../../studio/team/team';
import { member } from '../../member';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Team' };

export default async function TeamPage() {
  const who = await member();
  const [team, hosts] = await Promise.all([patiently(() => teamOf(who)), patiently(() => hostNamesOf(who))]);
  return <TeamScreen first={team} hosts={hosts} name={who.name} />;
}
