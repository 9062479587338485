import type { Metadata } from 'next';
import { listBank, openBank } from '../../../server/editing/bank';
import { Bank } from '../../../studio/bank/bank';
import { patiently } from '../../../server/platform/patience';
import { Studio } from '../../../studio/shell/studio';
import { member } from '../../member';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Question bank' };

export default async function BankPage() {
  const who = await member();
  const row = await patiently(() => openBank(who));
  return (
    <Studio
      bank
      key={row.quizId}
      open={{ quizId: row.quizId, quiz: row.draft, revision: row.revision, savedAt: row.changedAt.toISOString() }}
      live={{ edition: null, revision: null, address: '', publicUrl: '', ownUrl: null, sampleSite: null, quizzes: [] }}
    >
      <Bank first={await patiently(() => listBank(who))} />
    </Studio>
  );
}
