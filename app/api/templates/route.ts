import { listTemplates } from '../../../server/editing/templates';
import { memberEndpoint } from '../../endpoint';

export const GET = memberEndpoint('GET /api/templates', async () => ({ templates: listTemplates() }));
