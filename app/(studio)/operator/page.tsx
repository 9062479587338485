import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { isOperator, operatorState } from '../../../server/operating/state';
import { patiently } from '../../../server/platform/patience';
import { Operator } from '../../../studio/operating/operator';
import { member } from '../../member';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'How it is doing' };

export default async function OperatorPage() {
  const who = await member();
  if (!isOperator(who)) notFound();
  return <Operator first={await patiently(() => operatorState(who))} name={who.name} />;
}
