import { postExport } from '../../../../../server/routes/keeping';

export const POST = postExport;
