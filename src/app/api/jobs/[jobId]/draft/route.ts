import { getDraftPdf } from '../../../../../server/routes/documents';

export const GET = getDraftPdf;
