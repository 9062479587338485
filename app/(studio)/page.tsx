import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { memberOf } from '../../server/accounts/auth';
import { readConfig } from '../../server/platform/config';
import { SignIn } from '../../studio/account/sign-in';

export const dynamic = 'force-dynamic';

export default async function Door() {
  if (await memberOf(await headers())) redirect('/quizzes');
  return <SignIn demo={readConfig().demo !== null} />;
}
