/** What waits in the database until it is done: a letter is tried again every five minutes for two days. */
export const letterQueue = {
  name: 'letter',
  retryLimit: 576,
  retryDelay: 300,
  retryBackoff: false,
  expireInSeconds: 120,
  retentionDays: 3,
} as const;

export const queues = [letterQueue] as const;
