export function isBackupDue(lastMadeAt: number | null, now: Date): boolean;
