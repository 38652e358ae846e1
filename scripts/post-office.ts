// The post office that stands in for a mail server, as a process of its own. It prints its addresses, and ends with its parent.
import { servePostOffice } from '../src/standins/post-office/serve';

const folder = process.env.POST_FOLDER;
if (!folder) throw new Error('POST_FOLDER says where letters are laid: npm start sets it.');
const office = await servePostOffice({
  folder,
  mailPort: Number(process.env.POST_MAIL_PORT ?? 0),
  pagePort: Number(process.env.POST_PAGE_PORT ?? 0),
});
process.stdout.write(`${office.smtpUrl} ${office.pageUrl}\n`);
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
  process.on(signal, () => void office.close().then(() => process.exit(0)));
