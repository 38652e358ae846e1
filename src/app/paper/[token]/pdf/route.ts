export { getPaperPdf as GET } from '../../../../server/routes/documents';
