export { getFile as GET, putFile as PUT } from '../../../../../server/routes/firm-files';
