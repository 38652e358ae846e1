import { getDocumentPdf } from '../../../../../server/routes/documents';

export const GET = getDocumentPdf;
