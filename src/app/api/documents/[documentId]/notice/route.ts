export { getNotice as GET } from '../../../../../server/routes/documents';
