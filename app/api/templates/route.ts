import { listTemplates } from '../../../server/templates';
import { memberEndpoint } from '../../endpoint';

export const GET = memberEndpoint('GET /api/templates', async () => ({ templates: listTemplates() }));
