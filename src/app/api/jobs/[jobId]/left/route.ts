export { postLeft as POST } from '../../../../../server/routes/entries';
