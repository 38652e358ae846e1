// The desk that stands in for building control, as a process of its own. It prints its address, and ends with its parent.
import { serveNoticeDesk } from '../src/standins/notice-desk/serve';

const desk = await serveNoticeDesk(Number(process.env.NOTICE_PORT ?? 0));
process.stdout.write(`${desk.url}\n`);
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
  process.on(signal, () => void desk.close().then(() => process.exit(0)));
