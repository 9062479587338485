import type { Metadata } from 'next';
import { openApi } from '../../../../contract/openapi';
import { readConfig } from '../../../../server/platform/config';
import { ApiDescription } from '../../../../studio/connections/api-description';
import { member } from '../../../member';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'What programs may ask' };

export default async function ApiPage() {
  const who = await member();
  const { publicUrl } = readConfig();
  return <ApiDescription described={openApi(publicUrl)} home={publicUrl} name={who.name} workspace={who.workspace} />;
}
