import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { languageFor } from '../../../../visitor/languages';
import { visitorMetadata, VisitorShell } from '../../shell';
import { shownAt } from '../../shown';

export const metadata = visitorMetadata;
type Props = { params: Promise<{ address: string }>; children: ReactNode };

export default async function VisitorLayout({ params, children }: Props) {
  const { quiz } = await shownAt((await params).address);
  const language = languageFor(quiz, (await headers()).get('accept-language'));
  return <VisitorShell language={language}>{children}</VisitorShell>;
}
