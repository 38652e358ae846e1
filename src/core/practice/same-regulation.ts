const bare = (text: string): string => text.replaceAll(/[^\d.]/g, '').replace(/\.$/, '');

/** Whether two say the same regulation by its number, whatever stands around it. */
export const sameRegulation = (one: string, other: string): boolean => bare(one) === bare(other);
