import type { ReactNode } from 'react';
import { visitorMetadata, VisitorShell } from '../../../../shell';

export const metadata = visitorMetadata;
type Props = { params: Promise<{ language: string }>; children: ReactNode };

export default async function KeptLayout({ params, children }: Props) {
  return <VisitorShell language={(await params).language}>{children}</VisitorShell>;
}
