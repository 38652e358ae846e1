const paperOf = 'practice paper ';

/** The stream a house's paper is kept on: on a device, and no firm's. */
export const paperStream = (house: string): string => `${paperOf}${house}`;
/** The house a stream is the paper of; null for a job of a firm's. */
export const houseOfPaper = (streamId: string): string | null =>
  streamId.startsWith(paperOf) ? streamId.slice(paperOf.length) : null;

/** What is hashed of a practice paper: never the same as of a real one, whatever both say. */
export const practiceHashed = (text: string): string => `orange-ledger practice\n${text}`;
export const practiceNumber = (kind: string, count: number): string => `PRACTICE-${kind}-${count}`;
