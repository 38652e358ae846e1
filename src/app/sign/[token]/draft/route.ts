export { getAskedDraft as GET } from '../../../../server/routes/documents';
