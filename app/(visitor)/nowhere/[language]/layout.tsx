import type { ReactNode } from 'react';
import { spokenIn } from '../../../../visitor/languages';
import { visitorMetadata, VisitorShell } from '../../shell';

export const metadata = visitorMetadata;
type Props = { params: Promise<{ language: string }>; children: ReactNode };

export default async function NowhereLayout({ params, children }: Props) {
  return <VisitorShell language={spokenIn((await params).language).language}>{children}</VisitorShell>;
}
