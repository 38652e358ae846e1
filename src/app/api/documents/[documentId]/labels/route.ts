export { getLabels as GET } from '../../../../../server/routes/documents';
