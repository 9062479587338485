import { listTemplates } from '../../../server/templates';
import { studioRoute } from '../../http';

export const GET = studioRoute(async () => ({ templates: listTemplates() }));
