import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { accountOf } from '../../../server/accounts/account';
import { AccountScreen } from '../../../studio/account/account';
import { member } from '../../member';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Your account' };

export default async function AccountPage() {
  return <AccountScreen first={await accountOf(await member(), await headers())} />;
}
