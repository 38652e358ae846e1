import { getHealth } from '../../server/routes/health';

export const GET = getHealth;
export const dynamic = 'force-dynamic';
