const hour = 3_600_000;

/** What the served process does by itself: sends letters, and signs the head of the day before once the day is over. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || !process.env.DATABASE_URL) return;
  const { signDailyHead } = await import('./server/daily-heads');
  const { logFault } = await import('./server/trouble');
  const look = () =>
    void signDailyHead(new Date()).catch((error: unknown) => logFault('no daily head was signed', error));
  look();
  const { workQueue } = await import('./server/queue');
  await workQueue().catch((error: unknown) => logFault('letters are not sent by this process', error));
  setInterval(look, hour).unref();
  const { warmPrinting } = await import('./server/printing');
  warmPrinting();
}
