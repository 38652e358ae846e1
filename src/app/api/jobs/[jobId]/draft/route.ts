import { getDraftPdf } from '../../../../../features/documents/routes';

export const GET = getDraftPdf;
