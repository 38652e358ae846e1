import { getDocumentPdf } from '../../../../../features/documents/routes';

export const GET = getDocumentPdf;
