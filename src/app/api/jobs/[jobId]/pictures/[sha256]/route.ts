export { getPicture as GET, putPicture as PUT } from '../../../../../../server/routes/pictures';
