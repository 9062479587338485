import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { isOperator } from '../../../server/operating/state';
import { patiently } from '../../../server/platform/patience';
import { accountOf } from '../../../server/accounts/account';
import { AccountScreen } from '../../../studio/account/account';
import { member } from '../../member';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Your account' };

export default async function AccountPage() {
  const who = await member();
  const asked = await headers();
  return <AccountScreen first={await patiently(() => accountOf(who, asked))} isOperator={isOperator(who)} />;
}
