import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { liveQuiz } from '../../../../server/publishing/editions';
import { languageFor } from '../../../../visitor/languages';
import { orNotFound } from '../../first-page';
import { visitorMetadata, VisitorShell } from '../../shell';

export const metadata = visitorMetadata;
type Props = { params: Promise<{ address: string }>; children: ReactNode };

export default async function VisitorLayout({ params, children }: Props) {
  const { quiz } = await orNotFound(liveQuiz((await params).address));
  const language = languageFor(quiz, (await headers()).get('accept-language'));
  return <VisitorShell language={language}>{children}</VisitorShell>;
}
