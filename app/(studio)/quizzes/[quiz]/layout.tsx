import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { readConfig } from '../../../../server/platform/config';
import { patiently } from '../../../../server/platform/patience';
import { otherQuizzes } from '../../../../server/editing/quizzes';
import { ownUrlOf } from '../../../../server/publishing/host-names';
import { Studio } from '../../../../studio/shell/studio';
import { member, quizRow } from '../../../member';

export const dynamic = 'force-dynamic';
type Props = { params: Promise<{ quiz: string }>; children: ReactNode };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: (await quizRow((await params).quiz)).draft.title };
}

export default async function QuizLayout({ params, children }: Props) {
  const row = await quizRow((await params).quiz);
  const who = await member();
  const { publicUrl, sampleSite } = readConfig();
  return (
    <Studio
      key={row.quizId}
      open={{ quizId: row.quizId, quiz: row.draft, revision: row.revision, savedAt: row.changedAt.toISOString() }}
      live={{
        edition: row.liveEdition,
        revision: row.publishedRevision,
        address: row.address,
        publicUrl,
        ownUrl: await patiently(() => ownUrlOf(who.workspaceId)),
        sampleSite,
        quizzes: await patiently(() => otherQuizzes(who)),
      }}
    >
      {children}
    </Studio>
  );
}
