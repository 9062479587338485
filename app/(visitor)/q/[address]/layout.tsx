import type { ReactNode } from 'react';
import { visitorMetadata, VisitorShell } from '../../shell';
import { languageShown, shownAt } from '../../shown';

export const metadata = visitorMetadata;
type Props = { params: Promise<{ address: string }>; children: ReactNode };

export default async function VisitorLayout({ params, children }: Props) {
  const { quiz } = await shownAt((await params).address);
  return <VisitorShell language={await languageShown(quiz)}>{children}</VisitorShell>;
}
